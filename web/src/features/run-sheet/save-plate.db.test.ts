import { beforeAll, describe, expect, inject, it } from "vitest";
import { v4 as newId } from "uuid";
import { type PumpId, pumpId as pumpIdSchema } from "@yard-tack/core/case";
import { loadPump, savePlate as keepPlate, saveRating } from "@/db";
import { codeOf } from "@/features/yard";
import { pumpByCode } from "@/features/yard/index.server";
import { demoDatabase, Plate, Pump, testRows } from "@/testing/demo-database";
import { savePlate } from "./save-plate";

let pumpId: PumpId;

beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "plates");
  pumpId = pumpIdSchema.parse((await (await testRows()).findOneOrFail(Pump, { tag: "BI-2" })).id);
});

describe("a plate taken into the register", () => {
  it("changes what was read, keeps the rest, and keeps what stood there before", async () => {
    const before = await loadPump(pumpId);
    expect(
      await savePlate({ pumpId, kind: "motor", facts: { current: "56 A", efficiency: 0.92 } }),
    ).toBe(true);
    const after = await loadPump(pumpId);
    expect(after?.motor).toEqual({ ...before?.motor, current: "56 A", efficiency: 0.92 });
    expect(after?.body).toEqual(before?.body);
    const rows = await (await testRows()).find(Plate, { pumpId, kind: "motor" });
    expect(rows).toHaveLength(2);
    expect(rows.filter((r) => r.facts["current"] === before?.motor?.["current"])).toHaveLength(1);
  });

  it("is refused when it is nothing, of nobody or out of order, and nothing is written", async () => {
    const count = async () => (await testRows()).count(Plate, {});
    const had = await count();
    expect(await savePlate({ pumpId, kind: "motor", facts: {} })).toBe(false);
    expect(await savePlate({ pumpId: newId(), kind: "motor", facts: { current: "1 A" } })).toBe(
      false,
    );
    expect(await savePlate({ pumpId: "x", kind: "motor", facts: { current: "1 A" } })).toBe(false);
    expect(await savePlate({ pumpId, kind: "motor", facts: { "a b": "1 A" } })).toBe(false);
    expect(await savePlate({ pumpId, kind: "body", facts: { serial: "x".repeat(300) } })).toBe(
      false,
    );
    expect(await count()).toBe(had);
  });
});

describe("two saves at once", () => {
  it("of one plate end with one plate in force, and both kept", async () => {
    const had = await (await testRows()).count(Plate, { pumpId, kind: "body" });
    const saves = Array.from({ length: 8 }, (_, i) =>
      keepPlate(pumpId, "body", { serial: `S-${i}` }),
    );
    const outcomes = await Promise.all(saves);
    const kept = outcomes.filter((o) => o === "saved").length;
    const rows = await (await testRows()).find(Plate, { pumpId, kind: "body" });
    expect(rows).toHaveLength(had + kept);
    const replaced = new Set(rows.map((r) => r.supersedes));
    expect(rows.filter((r) => !replaced.has(r.id))).toHaveLength(1);
    expect(kept).toBeGreaterThan(0);
  });

  it("cannot both be in force, whoever writes: the database itself refuses", async () => {
    const em = await testRows();
    const rows = await em.find(Plate, { pumpId, kind: "body" }, { orderBy: { createdAt: "asc" } });
    const replaced = rows.map((r) => r.supersedes).find((id) => id !== null);
    const insert = (supersedes: string | null | undefined) =>
      em.execute(
        `insert into plate (id, pump_id, kind, facts, created_at, supersedes)
           values (?, ?, 'body', '{}', now(), ?)`,
        [newId(), pumpId, supersedes],
      );
    expect(replaced).toBeDefined();
    await expect(insert(replaced)).rejects.toThrow(/one_successor_of_a_plate/);
    await expect(insert(null)).rejects.toThrow(/one_first_plate/);
  });

  it("of one rating: one is kept, the other is told that a newer one is there", async () => {
    const rating = { ratedPoint: { flow: "60 m3/h", head: "40 m" } };
    const now = await loadPump(pumpId);
    const based = { basedOn: null, over: false };
    expect(now?.curveSource).not.toBeNull();
    expect(await saveRating(pumpId, rating, "test", based)).toBe("newer");
    const over = { basedOn: null, over: true };
    const both = await Promise.all([
      saveRating(pumpId, rating, "one", over),
      saveRating(pumpId, rating, "two", over),
    ]);
    expect(both).toContain("saved");
    expect(["one", "two"]).toContain((await loadPump(pumpId))?.curveSource);
  });
});

describe("the code on a tag", () => {
  it("finds its own pump and no other", async () => {
    for (const { id } of await (await testRows()).find(Pump, {}))
      expect(await pumpByCode(codeOf(id))).toBe(id);
    expect(await pumpByCode("0000-0000")).toBeUndefined();
    expect(await pumpByCode("'; drop table pump; --")).toBeUndefined();
  });
});
