import "fake-indexeddb/auto";
import { personId } from "@yard-tack/core/case";
import { describe, expect, it } from "vitest";
import { forgetOld, hereIs, keepSheet, keptSheet, keptSheets, STAYS, whoWasHere } from "./days";

const person = (n: number) => ({
  ...{ id: personId.parse(`00000000-0000-4000-8000-00000000000${n}`), name: `P${n}` },
  ...{ role: "technician", units: "metric", settings: { gloves: false, onHand: null } },
});
const sheet = (id: string, keptAt: number) => ({
  id,
  shape: 1,
  dto: { id },
  keptAt,
  clockFault: 0,
});
const ids = async () => (await keptSheets()).map((s) => s.id);

describe("the days on a device", () => {
  it("are kept as they were last, and go after a fortnight unless something of them is still to be sent", async () => {
    await keepSheet(sheet("old", 0));
    await keepSheet(sheet("unsent", 0));
    await keepSheet(sheet("new", 1));
    await keepSheet({ ...sheet("new", STAYS), dto: { again: true } });
    await forgetOld(STAYS + 1, new Set(["unsent"]));
    expect(await ids()).toEqual(["new", "unsent"]);
    expect(await keptSheet("new")).toMatchObject({ dto: { again: true } });
    // A clock that was set back lets nothing go.
    await forgetOld(-STAYS, new Set());
    expect(await ids()).toEqual(["new", "unsent"]);
  });

  it("are somebody's: for the next one, and for nobody, they go, but for what is still to be sent", async () => {
    await hereIs(person(1) as never, new Set());
    await hereIs(person(1) as never, new Set());
    expect(await ids()).toEqual(["new", "unsent"]);
    expect(await whoWasHere()).toEqual(person(1));
    await hereIs(person(2) as never, new Set(["unsent"]));
    expect(await ids()).toEqual(["unsent"]);
    await hereIs(undefined, new Set());
    expect(await ids()).toEqual([]);
    expect(await whoWasHere()).toBeUndefined();
  });
});
