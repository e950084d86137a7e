import { pumpId, type PumpId } from "@yard-tack/core/case";
import { beforeAll, describe, expect, inject, it, vi } from "vitest";
import { loadPump } from "@/db";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { signIn } from "@/testing/session";
import type { LineForm } from "./line-fields";
import { proposeLine, saveLine } from "./save-line";
import { loadLinePage, loadProposal } from "./server";

vi.mock("next/cache", () => ({ revalidatePath: () => undefined }));

let id: PumpId;
beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "the_line");
  const em = await testRows();
  const [pump] = await em.execute("select id from pump where tag = 'LF-1'");
  const [person] = await em.execute("select id from person where role = 'technician' limit 1");
  id = pumpId.parse((pump as { id: string }).id);
  signIn((person as { id: string }).id);
});

const LINE = [
  { kind: "inlet", bore: "80 mm", height: "0.5 m" },
  { kind: "valve", valve: "gate", opening: 0.5 },
  { kind: "pipe", length: "4 m", height: "0 m" },
] as const;
const ask = async (more: Partial<LineForm> = {}): Promise<LineForm> => ({
  ...{ pumpId: id, version: (await loadPump(id))?.version ?? 0, side: "suction", level: "" },
  parts: LINE.map((p) => ({ ...p })),
  ...more,
});

describe("a line that is kept", () => {
  it("counts in the place of the loss in metres, with the level that was given", async () => {
    expect((await loadPump(id))?.written.suction?.loss).toBeDefined();
    expect(await saveLine(await ask({ level: "1.5 m", standing: "1.9 m" }))).toEqual({ ok: true });
    const suction = (await loadPump(id))?.written.suction;
    expect(suction).toMatchObject({ sourceLevel: "1.5 m", standingLevel: "1.9 m", elements: LINE });
    expect(suction?.loss).toBeUndefined();
    expect((await loadLinePage(id))?.written.suction?.elements).toHaveLength(3);
  });

  it("is refused where somebody changed the pump meanwhile, or a part cannot be", async () => {
    const stale = { ...(await ask()), version: 0 };
    expect(await saveLine(stale)).toMatchObject({ ok: false });
    const parts = [{ kind: "pipe", bore: "eighty" }];
    expect(await saveLine(await ask({ parts }))).toMatchObject({
      ok: false,
      path: "suction.elements[0].bore",
    });
    const many = Array.from({ length: 201 }, () => ({ kind: "joint" }));
    expect(await saveLine(await ask({ parts: many }))).toMatchObject({
      message: expect.stringMatching(/At most 200 parts/) as string,
    });
    expect((await loadPump(id))?.written.suction?.elements).toHaveLength(3);
  });
});

describe("a proposal", () => {
  it("reads the same whatever is drawn later, and only at its own pump", async () => {
    const parts = LINE.map((p) => ({ ...p }));
    const today = { flow: "62 m3/h", level: "", temperature: "", primer: "" };
    const asked = { pumpId: id, side: "suction", parts, asItLies: parts, today } as const;
    const kept = await proposeLine({ ...asked, chosen: ["valve-part-shut/1"], units: "metric" });
    if (!kept.ok) throw new Error(kept.message);
    const before = await loadProposal(id, kept.id);
    expect(before?.now.compared.map((r) => r.name)).toContain("loss of the line");
    expect(before?.then.findings.map((f) => f.flag)).not.toContain("valve-part-shut");
    await saveLine(await ask({ parts: [{ kind: "inlet", bore: "200 mm" }], level: "9 m" }));
    expect(await loadProposal(id, kept.id)).toEqual(before);
    const em = await testRows();
    const [other] = await em.execute("select id from pump where tag = 'LF-2'");
    const elsewhere = pumpId.parse((other as { id: string }).id);
    expect(await loadProposal(elsewhere, kept.id)).toBeUndefined();
  });

  it("needs something to change", async () => {
    const today = { flow: "", level: "", temperature: "", primer: "" };
    const asked = { pumpId: id, side: "suction" as const, parts: [], asItLies: [], today };
    expect(await proposeLine({ ...asked, chosen: [], units: "us" })).toMatchObject({
      message: "Choose what is to be changed first.",
    });
  });
});
