import { type PumpId, pumpId as pumpIdSchema } from "@yard-tack/core/case";
import { beforeAll, beforeEach, describe, expect, inject, it, vi } from "vitest";
import { people, type PersonRow } from "@/db";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { signIn } from "@/testing/session";
import { putFitBack, saveFit } from "./save-fit";
import { loadClaim, loadNextPump } from "./server";

vi.mock("next/cache", () => ({ revalidatePath: () => undefined }));

let all: readonly PersonRow[];
let pump: PumpId;
beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "next_pump");
  all = await people();
  const rows = await testRows();
  const [row] = (await rows.execute("select id from pump where tag = 'LF-2'")) as [{ id: string }];
  pump = pumpIdSchema.parse(row.id);
});
beforeEach(() => signIn(all.find((p) => p.role === "technician")?.id));

const load = async () => {
  const dto = await loadNextPump(pump, "metric");
  if (!dto) throw new Error("no such pump");
  return dto;
};
const valueOf = ({ card }: Awaited<ReturnType<typeof load>>, name: string) =>
  card.groups.flatMap((g) => g.rows).find((r) => r.name === name)?.value;

describe("what is noted for the next pump", () => {
  it("is kept row by row, and what stood before is put back", async () => {
    const none = await load();
    expect(none.fit).toBeNull();
    const first = { support: "four feet", warrantyUntil: "2099-01-01" };
    expect(await saveFit({ pump, basedOn: "", facts: first })).toEqual({ errors: {} });
    const one = await load();
    expect(valueOf(one, "What carries it")).toBe("four feet");
    expect(one.card.missing.length).toBe(none.card.missing.length - 2);
    expect(one.card.warranty).toMatch(/^Under warranty/);
    const basedOn = one.fit?.id ?? "";
    // What stands empty is no longer known.
    expect(await saveFit({ pump, basedOn, facts: { support: "a hanger" } })).toEqual({
      errors: {},
    });
    const two = await load();
    expect(two.fit?.facts).toEqual({ support: "a hanger" });
    expect(await putFitBack(pump)).toBeNull();
    expect((await load()).fit?.facts).toEqual(first);
    const rows = (await (
      await testRows()
    ).execute("select count(*)::int as n from plate where kind = 'fit'")) as { n: number }[];
    expect(rows[0]?.n).toBe(3);
  });

  it("is not written over by somebody who had the page open before, and refused at its field", async () => {
    const stale = await saveFit({ pump, basedOn: "", facts: { support: "nothing" } });
    expect(stale.errors[""]).toMatch(/meanwhile.*kept here/);
    const bad = await saveFit({ pump, basedOn: "", facts: { boughtOn: "last May" } });
    expect(bad.errors).toEqual({ boughtOn: "Choose a day." });
    const long = await saveFit({ pump, basedOn: "", facts: { support: "x".repeat(300) } });
    expect(long.errors["support"]).toMatch(/At most 200/);
    expect((await load()).fit?.facts["support"]).toBe("four feet");
  });

  it("makes a claim with plates, dates, and readings as they were read", async () => {
    const claim = await loadClaim(pump, "metric");
    expect(claim?.fit?.["warrantyUntil"]).toBe("2099-01-01");
    expect(claim?.visits.length).toBeGreaterThan(0);
    expect(claim?.visits.every((v) => v.found !== "")).toBe(true);
    const [visit] = claim?.visits ?? [];
    expect(visit?.readings.find((r) => r.name === "Discharge gauge, as found")?.raw).toMatch(
      / bar$/,
    );
  });
});
