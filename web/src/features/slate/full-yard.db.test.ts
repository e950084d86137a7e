import { MikroORM } from "@mikro-orm/postgresql";
import { pumpId } from "@yard-tack/core/case";
import { afterAll, beforeAll, describe, expect, inject, it, vi } from "vitest";
import { people } from "@/db";
import {
  loadCauseCosts,
  loadFirstCauses,
  loadLog,
  loadLogEntry,
} from "@/features/log/index.server";
import { loadCurvePage } from "@/features/curve/index.server";
import { loadPlacePage } from "@/features/place/index.server";
import { loadSheetDto } from "@/features/run-sheet/index.server";
import { knownPlaces, loadPumpPage, loadYard } from "@/features/yard/index.server";
import { sheetId } from "@yard-tack/core/case";
import type * as Connection from "../../db/connection";
import { ormOptions } from "../../db/connection";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { fillYard } from "@/testing/full-yard";
import { choicesFor, loadSlate } from "./index.server";

/** Statements that the application has sent since the last look. */
const asked = vi.hoisted(() => ({ statements: [] as string[] }));
vi.mock("../../db/connection", async (original) => {
  const real = await original<typeof Connection>();
  return {
    ...real,
    unitOfWork: async () => {
      const em = await real.unitOfWork();
      // Every statement of the ORM and of our own goes through here.
      const connection = em.getConnection();
      const execute = connection.execute.bind(connection);
      if (!("counted" in connection)) {
        Object.assign(connection, {
          counted: true,
          execute: (...args: Parameters<typeof execute>) => {
            asked.statements.push(String(args[0]));
            return execute(...args);
          },
        });
      }
      return em;
    },
  };
});

const PUMPS = 260;
const OPEN = 130;

let orm: MikroORM;
beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "full_yard");
  orm = await MikroORM.init(ormOptions(process.env["DATABASE_URL"] ?? ""));
});
afterAll(() => orm.close(true));

/** How many statements a view takes, with that of the frame round every page. */
async function statementsOf(view: () => Promise<unknown>): Promise<number> {
  asked.statements.length = 0;
  await people();
  await view();
  expect(asked.statements.length).toBeGreaterThan(1);
  return asked.statements.length;
}

const MOST = 6;

async function views(): Promise<Record<string, () => Promise<unknown>>> {
  const rows = await testRows();
  const [{ id: pump }] = (await rows.execute("select id from pump where tag = 'LF-2'")) as [
    { id: string },
  ];
  const [{ id: sheet }] = (await rows.execute(
    "select id from run_sheet where pump_id = ? and signed_at is null",
    [pump],
  )) as [{ id: string }];
  const id = pumpId.parse(pump);
  const newest = (await loadLog("all")).rows[0];
  if (!newest) throw new Error("the demo has a log");
  return {
    Slate: () => loadSlate("all"),
    Yard: () => loadYard("all"),
    Log: () => loadLog("all"),
    "first causes": () => loadFirstCauses("all"),
    "what causes cost": () => loadCauseCosts("all"),
    "log entry": () => loadLogEntry(newest.id),
    pump: () => loadPumpPage(id, "metric"),
    place: () => loadPlacePage(id),
    rating: () => loadCurvePage(id),
    "run sheet": () => loadSheetDto(sheetId.parse(sheet)),
    "new call": () => choicesFor(""),
    "new pump": () => knownPlaces("all"),
  };
}

describe("a yard that fills up", () => {
  let before: Record<string, number>;

  it("takes few statements a view", async () => {
    before = {};
    for (const [name, view] of Object.entries(await views()))
      before[name] = await statementsOf(view);
    for (const [name, count] of Object.entries(before))
      expect(count, name).toBeLessThanOrEqual(MOST);
  });

  it("takes no more of them when it is full", async () => {
    await orm.em.fork().transactional((em) => fillYard(em, { pumps: PUMPS, openSheets: OPEN }));
    for (const [name, view] of Object.entries(await views()))
      expect(await statementsOf(view), name).toBe(before[name]);
  });

  it("shows every call on one page or another, once", async () => {
    const first = await loadSlate("all");
    expect(first.pages).toBe(2);
    const second = await loadSlate("all", 1);
    const ids = [...first.calls, ...second.calls].map((c) => c.id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids.length).toBe(first.counts.calls + first.counts.rounds);
    expect(ids.length).toBe(OPEN + 6);
    // A page past the end is the last one.
    expect((await loadSlate("all", 99)).page).toBe(1);
  });

  it("says of no pump that has entries that nothing is logged", async () => {
    const { pages } = await loadYard("all");
    let seen = 0;
    for (let page = 0; page < pages; page++) {
      for (const site of (await loadYard("all", "", page)).sites) {
        for (const pump of site.pumps) {
          expect(pump.last, pump.tag).not.toBeNull();
          seen++;
        }
      }
    }
    expect(seen).toBe(PUMPS + 20);
  });

  it("finds pumps by words of tag, purpose and place, whatever their order", async () => {
    const tags = async (text: string) =>
      (await loadYard("all", text)).sites.flatMap((s) => s.pumps.map((p) => p.tag));
    expect(await tags("LF-2")).toEqual(["LF-2"]);
    expect(await tags("f-00041 filled 0002")).toEqual(["F-00041"]);
    expect(await tags("no such %_ pump")).toEqual([]);
    expect((await loadYard("all", "filled")).pumps).toBe(PUMPS);
  });

  it("counts all that drift and shows the worst", async () => {
    const { drifting, driftingInAll } = await loadSlate("all");
    // BI-2 drifts, and so does every pump that it stood model for.
    expect(driftingInAll).toBe(1 + PUMPS / 20);
    const newest = drifting.map((d) => d.points.at(-1)?.percent ?? 0);
    expect(newest.length).toBeGreaterThan(5);
    expect(newest.toSorted((a, b) => a - b)).toEqual(newest);
  });

  it("lists the log page by page to its end", async () => {
    const { total, pages } = await loadLog("all");
    const rows = [];
    for (let page = 0; page < pages; page++) rows.push(...(await loadLog("all", page)).rows);
    expect(new Set(rows.map((r) => r.id)).size).toBe(total);
  });

  it("offers the pumps of a call by words once there are too many for a list", async () => {
    const all = await choicesFor("");
    expect(all.more).toBe(true);
    const found = await choicesFor("F-00007");
    expect(found.more).toBe(false);
    expect(found.pumps.map((p) => p.name)).toEqual([expect.stringMatching(/^F-00007, /)]);
    const kept = await choicesFor("nothing at all", found.pumps[0]?.id);
    expect(kept.pumps).toEqual(found.pumps);
    // One that would not be among the first is there when it is the one that was asked for.
    const [last] = (await choicesFor("TH-3")).pumps;
    expect(all.pumps).not.toContainEqual(last);
    expect((await choicesFor("", last?.id)).pumps).toContainEqual(last);
  });
});
