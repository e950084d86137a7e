import { beforeAll, beforeEach, describe, expect, inject, it, vi } from "vitest";
import { people, type PersonRow } from "@/db";
import { onDay } from "@/shell/instant";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { signIn } from "@/testing/session";
import { moveToDay } from "./move-to-day";
import { loadSlate } from "./server";

vi.mock("next/cache", () => ({ revalidatePath: () => undefined }));

let all: readonly PersonRow[];
beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "move_to_day");
  all = await people();
});
beforeEach(() => signIn(all.find((p) => p.role === "technician")?.id));

describe("another day", () => {
  it("has the same time by the clock there, over a change of the clocks too", () => {
    const zone = "Europe/London";
    // Half past eight in winter and in summer.
    expect(onDay(new Date("2026-03-28T08:30:00Z"), "2026-03-30", zone).toISOString()).toBe(
      "2026-03-30T07:30:00.000Z",
    );
    // The hour that the clock skips that night.
    expect(onDay(new Date("2026-03-27T01:30:00Z"), "2026-03-29", zone).toISOString()).toBe(
      "2026-03-29T01:30:00.000Z",
    );
  });

  it("is where a call or a promise is put, and what is no day or gone already is said", async () => {
    const slate = await loadSlate("all");
    const call = slate.calls.find((c) => c.tag === "MG-3");
    const [promise] = slate.promised;
    const [, , later] = slate.days;
    if (!call || !promise || !later) throw new Error("the demo has calls and promises");
    const day = later.day;
    expect(await moveToDay({ id: call.id, what: "call", day })).toBeNull();
    expect(await moveToDay({ id: promise.id, what: "promise", day })).toBeNull();
    const after = await loadSlate("all");
    expect(after.calls.find((c) => c.tag === "MG-3")?.day).toBe(day);
    expect(after.promised.map((p) => p.id)).not.toContain(promise.id);
    expect(after.days.find((d) => d.day === day)?.tags).toEqual(
      expect.arrayContaining(["MG-3", promise.tag]),
    );
    expect(await moveToDay({ id: call.id, what: "call", day: "2026-02-30" })).toMatch(
      /no such day/,
    );
    expect(await moveToDay({ id: promise.id, what: "call", day })).toMatch(/not there|gone/);
    await (
      await testRows()
    ).execute("update run_sheet set signed_at = now() where id = ?", [call.id]);
    expect(await moveToDay({ id: call.id, what: "call", day })).toMatch(/signed/);
  });

  it("of a call that is another's is for them or a lead to choose", async () => {
    const [call] = (await loadSlate("all")).calls;
    const lead = all.find((p) => p.role === "lead");
    if (!call || !lead) throw new Error("the demo has calls and a lead");
    await (
      await testRows()
    ).execute("update run_sheet set assigned_to = ? where id = ?", [lead.id, call.id]);
    const asked = { id: call.id, what: "call", day: "2099-01-01" } as const;
    expect(await moveToDay(asked)).toMatch(/another's/);
    signIn(lead.id);
    expect(await moveToDay(asked)).toBeNull();
  });
});
