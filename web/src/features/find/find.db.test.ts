import { beforeAll, describe, expect, inject, it, vi } from "vitest";
import { type ROLE_NAMES } from "@/access";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { signIn } from "@/testing/session";
import { askedOf, loadLog } from "../log/index.server";
import { dropView, keepView } from "../log/keep-view";
import { find } from "./server";

vi.mock("next/cache", () => ({ revalidatePath: () => undefined }));

interface Row {
  readonly id: string;
  readonly name: string;
}
let people: readonly (Row & { readonly role: keyof typeof ROLE_NAMES })[];
let sites: readonly Row[];
let rows: Awaited<ReturnType<typeof testRows>>;

beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "find");
  rows = await testRows();
  people = await rows.execute("select id, name, role from person");
  sites = await rows.execute("select id, name from site");
  await rows.execute(
    `insert into plate (id, pump_id, kind, facts, created_at, supersedes)
       select gen_random_uuid(), p.id, 'body', '{"serial": "ÜB-77/314-x", "type": "Kell 80"}', now(), t.id
       from pump p join plate t on t.pump_id = p.id and t.kind = 'body' where p.tag = 'QO-1'`,
  );
});

const visitor = (role: string, seen: "all" | readonly string[] = "all") => {
  const found = people.find((p) => p.role === role);
  if (!found) throw new Error(`nobody is ${role}`);
  return { ...found, sites: seen } as never;
};
const found = async (text: string, seen?: "all" | readonly string[], role = "technician") =>
  (await find(visitor(role, seen), text)).map((f) => `${f.group}: ${f.title}`);
const site = (name: string) => sites.find((s) => s.name.includes(name))?.id ?? "";

describe("one box", () => {
  it("finds a pump by its tag, as it is typed, however it is typed", async () => {
    for (const typed of ["LF-2", "lf 2", "lf", "LF_2 ", "2 lf"])
      expect(await found(typed), typed).toContain("Pumps: LF-2");
    expect((await found("lf-2"))[0]).toBe("Pumps: LF-2");
  });

  it("finds a place, a serial number, a cause, a page, a word of an entry, a person", async () => {
    expect(await found("larkf")).toContain("Places: Larkfen Hatchery");
    for (const typed of ["üb-77", "ÜB 77 314", "kell"])
      expect(await found(typed), typed).toContain("Plates: QO-1");
    const [plate] = await find(visitor("technician"), "kell 80");
    expect(plate?.about).toBe("body plate: Kell 80 ÜB-77/314-x");
    expect(await found("choked suc")).toContain("Causes in the log: Choked suction");
    expect(await found("first")).toContain("Pages: First causes");
    expect((await found("strainer")).filter((f) => f.startsWith("Log: ")).length).toBeGreaterThan(
      0,
    );
    expect(await found("techn")).toContain("Visits of: Technician");
  });

  it("finds nothing for no word, and bears whatever is pasted into it", async () => {
    expect(await found("  -- %_ ")).toEqual([]);
    expect(await found("no such word anywhere")).toEqual([]);
    for (const junk of ["' or 1=1; --", "a:*|!b&(", "\u0000", "x".repeat(5000), "(((", "\\"])
      await expect(found(junk), junk).resolves.toBeDefined();
  });

  it("shows only what somebody may see", async () => {
    const one = [site("Larkfen")];
    expect(await found("LF-2", one)).toContain("Pumps: LF-2");
    expect((await found("QO", one)).filter((f) => f.startsWith("Pumps"))).toEqual([]);
    expect(await found("üb-77", one)).toEqual([]);
    // Names of whoever never signed anything there are not told.
    expect(await found("techn", [])).toEqual([]);
    expect(await found("techn", one)).toContain("Visits of: Technician");
    expect((await loadLog([])).choices.people).toEqual([]);
    expect((await loadLog(one)).choices.people.map((p) => p.label)).toContain("Technician");
    expect(await found("people", "all", "technician")).not.toContain("Pages: People");
    expect(await found("people", "all", "administrator")).toContain("Pages: People");
  });
});

describe("the log, narrowed", () => {
  const log = (address: Record<string, string>) => loadLog("all", 0, askedOf(address));
  /** Of every page. */
  const whole = async () => {
    const { pages } = await log({});
    const all = await Promise.all(Array.from({ length: pages }, (_, i) => loadLog("all", i, {})));
    return all.flatMap((page) => page.rows);
  };
  it("by words of the entry, of its pump, or of both together", async () => {
    const all = await whole();
    const strainer = await log({ find: "strainer" });
    expect(strainer.total).toBeGreaterThan(0);
    expect(strainer.total).toBeLessThan(all.length);
    const tags = new Set(strainer.rows.map((r) => r.tag));
    const [tag] = tags;
    const both = await log({ find: `strainer ${tag}` });
    expect(both.total).toBe(strainer.rows.filter((r) => r.tag === tag).length);
    const own = await log({ find: "LF-2" });
    expect(own.total).toBe(all.filter((r) => r.tag === "LF-2").length);
    expect(own.words).toBe("“LF-2”");
  });

  it("by place, cause, person and days in the place's own zone; what cannot be is left out", async () => {
    const all = await whole();
    const at = await log({ site: site("Larkfen") });
    expect(new Set(at.rows.map((r) => r.siteName))).toEqual(new Set(["Larkfen Hatchery"]));
    const [row] = (await rows.execute(
      "select cause, count(*)::int as n from log_entry l where cause is not null and not exists (select from log_entry n where n.supersedes = l.id) group by cause order by n desc limit 1",
    )) as [{ cause: string; n: number }];
    const caused = await log({ cause: row.cause });
    expect(caused.total).toBe(row.n);
    const person = people.find((p) => p.role === "lead")?.id ?? "";
    const theirs = await log({ person });
    expect(theirs.total).toBeLessThan(all.length);
    const newest = all[0];
    if (!newest) throw new Error("the demo has a log");
    const local = new Intl.DateTimeFormat("sv-SE", { timeZone: newest.zone }).format(
      new Date(newest.at),
    );
    const onDay = await log({ from: local, until: local });
    expect(onDay.rows.map((r) => r.id)).toContain(newest.id);
    expect((await log({ from: "2099-01-01" })).total).toBe(0);
    const junk = { site: "x", cause: "y", from: "2026-02-31", person: "", find: " " };
    expect(askedOf(junk)).toEqual({});
    expect((await log(junk)).total).toBe(all.length);
  });

  it("by what was used or done, and not by what was only found", async () => {
    const [{ id }] = (await rows.execute(
      "select l.id from log_entry l where l.kind = 'call' and l.sheet_id is null limit 1",
    )) as [{ id: string }];
    await rows.execute(
      `insert into log_entry (id, pump_id, person_id, at, kind, title, body)
         select gen_random_uuid(), pump_id, person_id, now(), 'call', 'packing', jsonb_build_object(
           'found', 'quillwort in it', 'done', 'renewed', 'words', jsonb_build_array(
             jsonb_build_object('name', 'Used', 'text', 'lantern ring 40 mm'))) from log_entry where id = ?`,
      [id],
    );
    expect((await log({ used: "lantern 40" })).total).toBe(1);
    expect((await log({ used: "renewed" })).total).toBeGreaterThan(0);
    expect((await log({ find: "quillwort" })).total).toBe(1);
    expect((await log({ used: "quillwort" })).total).toBe(0);
  });
});

describe("a view", () => {
  const views = async (id: string) => (await loadLog("all", 0, {}, id as never)).views;
  it("is kept under a name of one's own, replaced by one of that name, and let go", async () => {
    const [one, other] = [visitor("technician"), visitor("lead")] as unknown as Row[];
    signIn(one?.id);
    expect(
      await keepView({ name: "Chokes", query: "cause=suction-restriction&page=3" }),
    ).toBeNull();
    expect(await views(one?.id ?? "")).toMatchObject([
      { name: "Chokes", asked: { cause: "suction-restriction" } },
    ]);
    expect(await views(other?.id ?? "")).toEqual([]);
    expect(await keepView({ name: "Chokes", query: "find=weed" })).toBeNull();
    const [kept] = await views(one?.id ?? "");
    expect(kept?.asked).toEqual({ find: "weed" });
    // Nobody lets another's go.
    signIn(other?.id);
    await dropView(kept?.id ?? "");
    expect(await views(one?.id ?? "")).toHaveLength(1);
    signIn(one?.id);
    expect(await dropView(kept?.id ?? "")).toBeNull();
    expect(await views(one?.id ?? "")).toEqual([]);
  });

  it("is refused without a name, of the whole log, and beyond forty", async () => {
    signIn((visitor("lead") as unknown as Row).id);
    expect(await keepView({ name: " ", query: "find=x" })).toMatch(/needs a name/);
    expect(await keepView({ name: "all", query: "page=2" })).toMatch(/whole log/);
    for (let n = 0; n < 40; n++)
      expect(await keepView({ name: `v${n}`, query: "find=x" })).toBeNull();
    expect(await keepView({ name: "one more", query: "find=x" })).toMatch(/forty/);
    expect(await keepView({ name: "v7", query: "find=y" })).toBeNull();
  });
});
