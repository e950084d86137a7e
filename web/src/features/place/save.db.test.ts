import { FAMILIES, type Family, pumpId } from "@yard-tack/core/case";
import { beforeAll, describe, expect, inject, it, vi } from "vitest";
import { loadPump } from "@/db";
import { Curve, demoDatabase, Pump, testRows } from "@/testing/demo-database";
import { hasField, type PlaceField } from "./field";
import { PLACE_FIELDS } from "./fields";
import { type Values, valuesOf } from "./paths";
import { putPlaceBack, savePlace } from "./save";

vi.mock("next/cache", () => ({ revalidatePath: () => undefined }));

/** A pump of the demo for each family there is; a family the demo has none of gets another's pump. */
const pumps = new Map<Family, string>();
beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "the_place");
  const em = await testRows();
  const rows = await em.find(Pump, {}, { orderBy: { tag: "asc" } });
  for (const family of FAMILIES) {
    const row = rows.find((r) => r.family === family) ?? rows[0];
    if (row) pumps.set(family, row.id);
  }
});

/** Something that may stand in a field: its example, or the last of its choices. */
function something({ kind, like, choices }: PlaceField): string {
  if (kind === "choice") return choices?.at(-1)?.[0] ?? "";
  return kind === "flag" ? "true" : (like?.split(" or ").at(-1) ?? "");
}

/** Everything a family's form shows, each field filled; what one choice hides another shows. */
function filled(family: Family, choose: Values): Values {
  const fields = PLACE_FIELDS.filter((f) => hasField(f, family));
  const all = Object.fromEntries(fields.map((f) => [f.path, choose[f.path] ?? something(f)]));
  return Object.fromEntries(
    fields.filter((f) => !f.when || f.when(all)).map((f) => [f.path, all[f.path] ?? ""]),
  );
}

const BY_ENGINE: Values = {
  "site.liquid": "table",
  "pump.seal.kind": "packed",
  "pump.drive.kind": "engine",
};

/** What opens other fields than those of an engine, whatever the family. */
const OTHERWISE: readonly Values[] = [
  { "site.liquid": "sea-water", "pump.drive.kind": "vfd", "pump.motor.phases": "1" },
  { "site.liquid": "", "pump.drive.kind": "belt", "pump.motor.phases": "3" },
];

async function expectKept(family: Family, choose: Values) {
  const em = await testRows();
  const row = await em.findOneOrFail(Pump, { id: pumps.get(family) ?? "" });
  row.family = family;
  await em.flush();
  const values = filled(family, choose);
  const id = pumpId.parse(row.id);
  expect(await savePlace({ pumpId: id, version: row.version, values })).toEqual({ ok: true });
  const kept = valuesOf({ ...(await loadPump(id))?.written });
  for (const [path, text] of Object.entries(values))
    expect({ path, text: kept[path] ?? "" }).toEqual({ path, text });
}

describe("the place form keeps every field it shows", () => {
  it.each([...FAMILIES])("of a pump of the family %s", (family) => expectKept(family, BY_ENGINE));

  it.each(OTHERWISE)("whatever opens it (%o)", (choose) => expectKept("end-suction", choose));
});

it("leaves the rating alone, in rows of its own", async () => {
  const { id: raw, version } = await (await testRows()).findOneOrFail(Pump, { tag: "QO-1" });
  const id = pumpId.parse(raw);
  const ratings = await (await testRows()).count(Curve);
  const before = (await loadPump(id))?.written;
  const values = { ...valuesOf({ ...before }), "site.altitude": "900 m" };
  expect(await savePlace({ pumpId: id, version, values })).toEqual({ ok: true });
  const after = (await loadPump(id))?.written;
  expect(after?.site?.altitude).toBe("900 m");
  expect(before?.pump.jet?.points?.length).toBeGreaterThan(0);
  expect(after?.pump.jet).toEqual(before?.pump.jet);
  expect(await (await testRows()).count(Curve)).toBe(ratings);
});

describe("what is known of a pump", () => {
  it("is put back as it was before the last change, and forth again; not where it was changed since", async () => {
    const { id: raw, version } = await (await testRows()).findOneOrFail(Pump, { tag: "LF-1" });
    const id = pumpId.parse(raw);
    const known = async () => {
      const { history: _past, ...written } = (await loadPump(id))?.written ?? {};
      return written;
    };
    expect(await putPlaceBack(id)).toMatch(/Nothing was changed here yet/);
    const before = await known();
    const values = {
      ...valuesOf({ ...before }),
      ...{ "site.altitude": "900 m", "pump.motor.current": "33 A" },
    };
    expect(await savePlace({ pumpId: id, version, values })).toEqual({ ok: true });
    const after = await known();
    expect(after).toMatchObject({
      site: { altitude: "900 m" },
      pump: { motor: { current: "33 A" } },
    });
    expect(await putPlaceBack(id)).toBeNull();
    expect(await known()).toEqual(before);
    expect(await putPlaceBack(id)).toBeNull();
    expect(await known()).toEqual(after);
    await (
      await testRows()
    ).execute("update pump set details = details || '{\"stages\": 2}' where id = ?", [id]);
    expect(await putPlaceBack(id)).toMatch(/was changed since/);
    expect(await putPlaceBack("x")).toMatch(/not there any more/);
  });
});
