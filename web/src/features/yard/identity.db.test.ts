import { pumpId, type PumpId } from "@yard-tack/core/case";
import { beforeAll, describe, expect, inject, it, vi } from "vitest";
import * as z from "zod";
import { type By, changeIdentity, identityOf, putIdentityBack } from "@/db";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { signIn } from "@/testing/session";
import { putNameBack } from "./change-identity";

vi.mock("next/cache", () => ({ revalidatePath: () => undefined }));

let by: By;

beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "identity");
  const [lead] = await (await testRows()).execute("select id from person where role = 'lead'");
  by = { id: (lead as { id: string }).id, sites: "all" };
});

const row = z.object({ id: pumpId, site: z.string(), name: z.string(), tag: z.string() });
const of = async (id: PumpId) =>
  row.parse(
    (
      await (
        await testRows()
      ).execute(
        `select p.id, p.tag, s.id as site, s.name from pump p join site s on s.id = p.site_id where p.id = ?`,
        [id],
      )
    )[0],
  );
const tagged = async (tag: string) => {
  const [found] = await (await testRows()).execute("select id from pump where tag = ?", [tag]);
  return of(pumpId.parse((found as { id: string }).id));
};
type Change = Parameters<typeof changeIdentity>[3];
const change = async (id: PumpId, what: Partial<Omit<Change, "place">>, place = {}) => {
  const now = await identityOf("all", id);
  if (!now) throw new Error("not there");
  const here = now.places.find((p) => p.id === now.siteId);
  return changeIdentity(by, id, now.version, {
    ...{ tag: now.tag, family: now.family, purpose: now.purpose, all: false },
    place: { id: now.siteId, name: here?.name ?? "", zone: now.zone, units: "metric", ...place },
    ...what,
  });
};

describe("a pump's tag, family and place", () => {
  it("are put back as they were, and forth again", async () => {
    const pump = await tagged("LF-1");
    expect(await putIdentityBack(by, pump.id)).toBe("nothing-before");
    expect(await change(pump.id, { tag: "LF-1A", purpose: "spare" })).toBe("saved");
    expect(await identityOf("all", pump.id)).toMatchObject({
      tag: "LF-1A",
      earlier: { tag: "LF-1", site: { name: "Larkfen Hatchery" } },
    });
    expect(await putIdentityBack(by, pump.id)).toBe("saved");
    expect(await of(pump.id)).toEqual(pump);
    expect(await putIdentityBack(by, pump.id)).toBe("saved");
    expect((await of(pump.id)).tag).toBe("LF-1A");
    expect(await putIdentityBack(by, pump.id)).toBe("saved");
  });

  it("with a place that was renamed, and one that was made: its own name comes back, nothing of others is touched", async () => {
    const [one, two] = [await tagged("LF-1"), await tagged("LF-2")];
    expect(await change(one.id, {}, { name: "Larkfen North" })).toBe("saved");
    expect((await of(two.id)).name).toBe("Larkfen North");
    expect(await putIdentityBack(by, one.id)).toBe("saved");
    expect((await of(two.id)).name).toBe("Larkfen Hatchery");
    expect(await change(one.id, {}, { id: null, name: "Elsewhere" })).toBe("saved");
    expect([(await of(one.id)).name, (await of(two.id)).name]).toEqual([
      "Elsewhere",
      "Larkfen Hatchery",
    ]);
    expect(await putIdentityBack(by, one.id)).toBe("saved");
    expect(await of(one.id)).toEqual(one);
  });

  it("with all pumps of a place that were joined to another: those that are still there go back", async () => {
    const [one, two, three] = [await tagged("BI-1"), await tagged("BI-2"), await tagged("BI-3")];
    const there = await tagged("OG-1");
    const joined = { id: there.site, name: "Joined" };
    expect(await change(one.id, { all: true }, joined)).toBe("saved");
    expect((await of(three.id)).site).toBe(there.site);
    // One of them was taken elsewhere since: it stays where it was taken.
    const { site } = await tagged("LF-2");
    expect(await change(three.id, {}, { id: site, name: "Larkfen Hatchery" })).toBe("saved");
    expect(await putIdentityBack(by, one.id)).toBe("saved");
    expect([await of(one.id), await of(two.id)]).toEqual([one, two]);
    expect((await of(three.id)).site).toBe(site);
    expect((await of(there.id)).name).toBe(there.name);
    expect(await putIdentityBack(by, three.id)).toBe("saved");
  });

  it("are left alone where they were changed since, where the old tag is taken, or the place is not to be seen", async () => {
    const [one, two] = [await tagged("LF-1"), await tagged("LF-2")];
    expect(await change(one.id, { tag: "LF-9" })).toBe("saved");
    expect(await change(two.id, { tag: "LF-1" })).toBe("saved");
    expect(await putIdentityBack(by, one.id)).toBe("tag-taken");
    expect((await of(one.id)).tag).toBe("LF-9");
    expect(await putIdentityBack(by, two.id)).toBe("saved");
    await (await testRows()).execute("update pump set purpose = 'x' where id = ?", [one.id]);
    expect(await putIdentityBack(by, one.id)).toBe("newer");
    expect(await putIdentityBack({ ...by, sites: [] }, two.id)).toBe("no-such-site");
    signIn(by.id);
    expect(await putNameBack(one.id)).toMatch(/was changed since\. Nothing was put back/);
    expect(await putNameBack("x")).toMatch(/not there any more/);
  });
});
