import { beforeAll, describe, expect, inject, it } from "vitest";
import { v4 as newId } from "uuid";
import { Plate, Pump, unitOfWork } from "@/db";
import { codeOf } from "@/features/yard";
import { loadPump, pumpByCode } from "@/features/yard/index.server";
import { demoDatabase } from "@/testing/demo-database";
import { savePlate } from "./save-plate";

let pumpId = "";

beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "plates");
  pumpId = (await (await unitOfWork()).findOneOrFail(Pump, { tag: "BI-2" })).id;
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
    const rows = await (await unitOfWork()).find(Plate, { pumpId, kind: "motor" });
    expect(rows).toHaveLength(2);
    expect(rows.filter((r) => r.facts["current"] === before?.motor?.["current"])).toHaveLength(1);
  });

  it("is refused when it is nothing, of nobody or out of order, and nothing is written", async () => {
    const count = async () => (await unitOfWork()).count(Plate, {});
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

describe("the code on a tag", () => {
  it("finds its own pump and no other", async () => {
    for (const { id } of await (await unitOfWork()).find(Pump, {}))
      expect(await pumpByCode(codeOf(id))).toBe(id);
    expect(await pumpByCode("0000-0000")).toBeUndefined();
    expect(await pumpByCode("'; drop table pump; --")).toBeUndefined();
  });
});
