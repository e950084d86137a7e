import { MikroORM } from "@mikro-orm/postgresql";
import type { EntityManager } from "@mikro-orm/postgresql";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { letIn, NoApplicationAddress } from "./application-role";
import { ormOptions } from "./connection";
import { prepareFault } from "./prepare-fault";

let orm: MikroORM;
let app: EntityManager;

beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "application_role");
  const url = new URL(process.env["DATABASE_URL"] ?? "");
  url.username = encodeURIComponent("a role' of its \"own");
  url.password = encodeURIComponent("it's %I a \\ secret?");
  const owner = await testRows();
  await letIn(owner, url.href);
  // Again, as every start does.
  await letIn(owner, url.href);
  orm = await MikroORM.init(ormOptions(url.href));
  app = orm.em.fork();
});
afterAll(() => orm?.close(true));

it.each([
  "",
  "nonsense",
  "postgresql://127.0.0.1/yard",
  "postgresql://role@127.0.0.1/yard",
  "postgresql://r:%I@x/y",
])("no role is made of %j, and it is said", async (url) => {
  await expect(letIn(await testRows(), url)).rejects.toThrow(NoApplicationAddress);
  expect(prepareFault(new NoApplicationAddress(), "postgresql://x/y")).toContain(
    "YARD_APP_URL is no address",
  );
});

describe("the role that the application connects as", () => {
  it("reads and writes what it has to", async () => {
    await app.execute("update run_sheet set complaint = complaint");
    await app.execute("insert into audit (action, about, device) values ('x', '', '')");
    await app.execute("delete from auth.attempts");
    expect(await app.execute("select value from auth.secret")).toHaveLength(1);
  });

  it.each([
    ["changes nothing of what was signed", "update log_entry set title = 'another'"],
    ["takes nothing out of the trail", "delete from audit"],
    ["changes no curve", "update curve set source = 'another'"],
    ["empties no table", "truncate audit"],
    ["empties none that may be changed", "truncate run_sheet cascade"],
    ["turns no trigger off", "alter table log_entry disable trigger all"],
    ["drops nothing", "drop table audit"],
    ["makes no table", "create table mine (x int)"],
    ["makes no role", "create role other"],
    ["writes no other secret", "update auth.secret set value = 'mine'"],
    ["forgets no migration", "delete from mikro_orm_migrations"],
    ["runs no program", "copy (select 1) to program 'true'"],
    ["puts replication on for nobody's triggers", "set session_replication_role = replica"],
  ])("%s", async (_, sql) => {
    await expect(app.execute(sql)).rejects.toThrow(/permission denied|must be/);
  });
});

describe("whoever owns the tables", () => {
  it.each(["log_entry", "audit", "curve", "plate", "fingerprint", "sheet_entry"])(
    "cannot change, empty or take from %s either",
    async (table) => {
      const owner = await testRows();
      await owner.execute("insert into audit (action, about, device) values ('y', '', '')");
      const [{ n }] = (await owner.execute(`select count(*) as n from ${table}`)) as [
        { n: string },
      ];
      if (Number(n) > 0)
        await expect(owner.execute(`delete from ${table}`)).rejects.toThrow(/only appended/);
      await expect(owner.execute(`truncate ${table} cascade`)).rejects.toThrow(/only appended/);
    },
  );

  it("keeps no reading that is no number", async () => {
    const owner = await testRows();
    const put = (si: string) =>
      owner.execute(
        `insert into sheet_entry (id, sheet_id, person_id, at, received_at, kind, version, body)
           select gen_random_uuid(), s.id, p.id, now(), now(), 'reading', 2, ?::jsonb
             from run_sheet s, person p limit 1`,
        [`{"slot":"flow","si":${si}}`],
      );
    await expect(put("1e400")).rejects.toThrow(/si_is_finite/);
    await expect(put("1e16")).rejects.toThrow(/si_is_finite/);
    await put("0.01");
    await put("null");
  });
});
