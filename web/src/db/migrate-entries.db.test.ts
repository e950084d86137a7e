import { type PumpId, pumpId, type SheetId, sheetId } from "@yard-tack/core/case";
import { foldEntries, noted, notedText } from "@yard-tack/core/visit";
import { type EntityManager, MikroORM } from "@mikro-orm/postgresql";
import { v4 as newId } from "uuid";
import { beforeAll, describe, expect, inject, it } from "vitest";
import { freshDatabase } from "../testing/fresh-database";
import { ormOptions, unitOfWork } from "./connection";
import { logOfPump, visitPoints } from "./log";
import { loadPump } from "./pumps";
import { reckonAnew } from "./reckon";
import { savePlate } from "./register";
import { loadSheet } from "./sheets";

const person = newId();
const site = newId();
const gauge = newId();
const ids: { pump: PumpId; open: SheetId; signed: SheetId } = {
  pump: pumpId.parse(newId()),
  open: sheetId.parse(newId()),
  signed: sheetId.parse(newId()),
};
const reading = { first: newId(), corrected: newId(), head: newId(), forged: newId() };

/** Writes a row as the version before wrote it. */
const row = async (em: EntityManager, table: string, of: Record<string, unknown>) => {
  const keys = Object.keys(of);
  const values = Object.values(of).map((v) =>
    typeof v === "object" && v !== null && !(v instanceof Date) ? JSON.stringify(v) : v,
  );
  await em.execute(
    `insert into ${table} (${keys.join(", ")}) values (${keys.map(() => "?").join(", ")})`,
    values,
  );
};

const minute = (n: number) => new Date(Date.UTC(2026, 5, 1, 8, n));

async function asItWas(em: EntityManager): Promise<void> {
  await row(em, "person", { id: person, name: "Ida", role: "lead", units: "metric" });
  await row(em, "site", {
    id: site,
    name: "Upper yard",
    zone: "UTC",
    units: "metric",
    conditions: {},
    created_at: minute(0),
  });
  await row(em, "pump", {
    id: ids.pump,
    site_id: site,
    tag: "T-1",
    purpose: "",
    family: "end-suction",
    installation: "flooded",
    details: {},
    layout: {},
    created_at: minute(0),
  });
  const plate = (n: number, facts: object) => ({
    id: newId(),
    pump_id: ids.pump,
    kind: "motor",
    facts,
    created_at: minute(n),
    supersedes: null,
  });
  // Two saves at once: both stood in place of nothing.
  await row(em, "plate", plate(1, { power: "5.5 kW", speed: "1450 rpm" }));
  await row(em, "plate", plate(2, { power: "7.5 kW", speed: "1455 rpm" }));
  const rating = { ratedPoint: { flow: "60 m3/h", head: "24 m", speed: "1450 rpm" } };
  const first = newId();
  const curve = { pump_id: ids.pump, source: "plate" };
  await row(em, "curve", { ...curve, id: first, rating, created_at: minute(1), supersedes: null });
  for (const n of [2, 3]) {
    const source = `copy ${n}`;
    const of = { ...curve, source, id: newId(), rating, created_at: minute(n), supersedes: first };
    await row(em, "curve", of);
  }
  await row(em, "instrument", {
    id: gauge,
    name: "Discharge gauge",
    kind: "discharge-gauge",
    pump_id: ids.pump,
    unit: "bar",
  });
  const sheet = {
    pump_id: ids.pump,
    kind: "call",
    complaint: "weak",
    codes: [],
    caller_note: "",
    due_at: minute(0),
    opened_at: minute(0),
  };
  await row(em, "run_sheet", { ...sheet, id: ids.open, signed_at: null });
  await row(em, "run_sheet", { ...sheet, id: ids.signed, signed_at: minute(50) });
  const made = (n: number) => ({
    id: newId(),
    sheet_id: ids.open,
    person_id: person,
    at: minute(n),
    received_at: minute(n),
  });
  const read = (n: number, id: string, raw: string, si: number, supersedes: string | null) => ({
    ...made(n),
    id,
    snapshot: "as found",
    slot: "flow",
    raw,
    unit: "m3/h",
    si,
    supersedes,
  });
  await row(em, "reading", read(10, reading.first, "50 m3/h", 50 / 3600, null));
  // Made by a clock nine minutes slow.
  await row(em, "reading", read(3, reading.corrected, "52 m3/h", 52 / 3600, reading.first));
  await row(em, "reading", {
    ...read(12, reading.head, "2.4 bar", 240_000, null),
    slot: "dischargePressure",
    unit: "bar",
  });
  await row(em, "reading", {
    ...read(13, reading.forged, "3.6 bar", 1, null),
    slot: "suctionPressure",
    unit: "psi",
  });
  await row(em, "observation", { ...made(14), observation: "noise.gravel", state: "absent" });
  await row(em, "observation", { ...made(15), observation: "noise.gravle", state: "absent" });
  await row(em, "acknowledgement", { ...made(16), caution: "lockout" });
  await row(em, "test_outcome", { ...made(17), test: "shut-off-head", outcome: "near-curve" });
  const note = (n: number, key: string, text: string) => ({ ...made(n), key, text });
  await row(em, "sheet_note", note(18, "look", "paint is off"));
  await row(em, "sheet_note", note(19, `zero.${gauge}`, "0.1 bar"));
  await row(em, "sheet_note", note(20, `gauge.${gauge}.height`, "1.1 m"));
  await row(em, "sheet_note", note(21, "stop.found-live", "yes"));
  await row(em, "sheet_note", note(22, "constructor", "emptied"));
  await row(em, "log_entry", {
    id: newId(),
    pump_id: ids.pump,
    sheet_id: ids.signed,
    person_id: person,
    at: minute(50),
    kind: "call",
    title: "Weak",
    body: {
      closed: "as it should be",
      found: "Nothing",
      done: "",
      proof: "",
      cause: null,
      verdict: null,
      causes: [],
      engine: "0.4.0",
      dataVersion: "5",
      snapshots: [
        {
          label: "as found",
          flow: "52 m3/h",
          suctionPressure: "0.2 bar",
          dischargePressure: "2.1 bar",
        },
      ],
    },
  });
}

/** Entries of the open sheet: four readings, two observations, one caution, one test, five notes. */
const WRITTEN = 13;

beforeAll(async () => {
  const url = await freshDatabase(inject("databaseUrl"), "carried");
  process.env["DATABASE_URL"] = url;
  const orm = await MikroORM.init(ormOptions(url));
  await orm.migrator.up({ to: "migration-003-visits" });
  await asItWas(orm.em.fork());
  await orm.migrator.up();
  await reckonAnew(orm.em.fork());
  await orm.close(true);
});

const sheet = async () => {
  const found = await loadSheet(ids.open);
  if (!found) throw new Error("the sheet");
  return found;
};

describe("what the version before wrote", () => {
  it("is all there: understood, or shown as not understood", async () => {
    const { entries, unread } = await sheet();
    expect(entries.length + unread.length).toBe(WRITTEN);
    expect(unread.map((u) => u.text).sort()).toEqual(
      expect.arrayContaining(["3.6 bar", "noise.gravle"]),
    );
    expect(unread).toHaveLength(3);
  });

  it("counts by what replaces what, not by the clock", async () => {
    const { entries } = await sheet();
    const state = foldEntries(entries);
    expect(state.readings.get("as found/flow")?.raw).toBe("52 m3/h");
    expect(entries.some((e) => e.id === reading.first)).toBe(true);
    expect(state.readings.get("as found/dischargePressure")?.si).toBe(240_000);
    expect(state.readings.has("as found/suctionPressure")).toBe(false);
  });

  it("keeps what was noted, under its topic", async () => {
    const state = foldEntries((await sheet()).entries);
    expect(notedText(state, { topic: "words", about: "look" })).toBe("paint is off");
    expect(notedText(state, { topic: "zero", instrument: gauge })).toBe("0.1 bar");
    expect(noted(state, { topic: "stop", stop: "found-live" })).toBeDefined();
    const remembered = (await loadPump(ids.pump))?.instruments.find((i) => i.id === gauge);
    expect(remembered?.gaugeHeight).toBe("1.1 m");
  });

  it("has one plate and one rating in force, the later ones, and takes the next", async () => {
    const pump = await loadPump(ids.pump);
    expect(pump?.motor?.["power"]).toBe("7.5 kW");
    expect(pump?.curveSource).toBe("copy 3");
    expect(await savePlate(ids.pump, "motor", { power: "9 kW" })).toBe("saved");
    expect((await loadPump(ids.pump))?.motor?.["power"]).toBe("9 kW");
    const em = await unitOfWork();
    expect(await em.execute("select id from plate")).toHaveLength(3);
  });

  it("has a visit signed then on the pump's trend", async () => {
    const [visit] = await visitPoints(ids.pump);
    expect(visit?.points).toMatchObject([
      { flow: { value: expect.closeTo(52 / 3600, 6) as number } },
    ]);
    const [entry] = await logOfPump(ids.pump);
    expect(entry?.record).toMatchObject({ found: "Nothing", unreadable: false });
  });
});
