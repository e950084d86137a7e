import { beforeAll, describe, expect, inject, it } from "vitest";
import { boardOf } from "@yard-tack/core/board";
import { loadLog, loadLogEntry, recurrenceOf } from "@/features/log/index.server";
import { loadPumpPage, loadYard } from "@/features/yard/index.server";
import { demoDatabase } from "@/testing/demo-database";
import { loadSlate } from "./server";

beforeAll(() => demoDatabase(inject("databaseUrl"), "slate"));

describe("Slate", () => {
  it("shows the day's calls in order, marks the one that comes back, and says what to read and take", async () => {
    const { calls } = await loadSlate("all");
    expect(calls.map((c) => c.tag)).toEqual(["LF-2", "BI-2", "MG-3", "MG-1", "OG-1", "QO-4"]);
    const lf2 = calls[0];
    expect(lf2?.recurrence).toMatchObject({ daysAgo: 60 });
    expect(lf2?.started).toBe(true);
    const mg3 = calls.find((c) => c.tag === "MG-3");
    expect(mg3?.first).not.toBeNull();
    expect(mg3?.take.length).toBeGreaterThan(1);
  });

  it("shows the pump that drifts and not the healthy ones", async () => {
    const { drifting } = await loadSlate("all");
    expect(drifting.map((d) => d.tag)).toEqual(["BI-2"]);
    const percents = drifting[0]?.points.map((p) => p.percent) ?? [];
    expect(percents[0]).toBe(0);
    for (let i = 1; i < percents.length; i++) {
      expect(percents[i]).toBeLessThan(percents[i - 1] ?? 0);
    }
  });
});

describe("pump pages of the demo", () => {
  it("give a case the core can read, with its last visit on the chart", async () => {
    for (const site of (await loadYard("all")).sites) {
      for (const { id, tag } of site.pumps) {
        const page = await loadPumpPage(id, "metric");
        const board = boardOf({ ...page?.pump.written, snapshots: page?.lastSnapshots }, "metric");
        expect(board.ok ? [] : board.errors, tag).toEqual([]);
        if (!board.ok) continue;
        const drawn = board.view.chart?.rated.length ?? board.view.rating?.lines.length ?? 0;
        expect(drawn, tag).toBeGreaterThan(0);
      }
    }
  });

  it("tell the diagnosis the same story as the demo: worn rings in BI-2's last readings", async () => {
    const { sites } = await loadYard("all");
    const id = sites.flatMap((s) => s.pumps).find((p) => p.tag === "BI-2")?.id;
    const page = id && (await loadPumpPage(id, "metric"));
    if (!page) throw new Error("BI-2 has a page");
    const board = boardOf({ ...page?.pump.written, snapshots: page?.lastSnapshots }, "metric");
    expect(board.ok && board.view.causes[0]?.id).toBe("worn-rings");
  });
});

describe("log", () => {
  it("lists every visit, newest first, and opens each", async () => {
    const { rows } = await loadLog("all");
    expect(rows.length).toBeGreaterThan(15);
    const times = rows.map((r) => Date.parse(r.at));
    expect([...times].sort((a, b) => b - a)).toEqual(times);
    const [newest] = rows;
    const entry = newest && (await loadLogEntry(newest.id));
    expect(entry?.by).not.toBe("somebody");
  });

  it("takes a complaint as coming back within 90 days only", async () => {
    const { sites } = await loadYard("all");
    const pumpId = sites.flatMap((s) => s.pumps).find((p) => p.tag === "LF-2")?.id;
    if (!pumpId) throw new Error("LF-2 is there");
    const inDays = (n: number) => new Date(Date.now() + n * 86_400_000);
    const told = { kind: "call", codes: ["complaint.low-flow"] } as const;
    expect(await recurrenceOf(pumpId, told, inDays(0))).toMatchObject({ daysAgo: 60 });
    expect(await recurrenceOf(pumpId, told, inDays(40))).toBeNull();
    // Its strainer was choked: a seal that leaks is another story, and a round complains of nothing.
    const leak = { kind: "call", codes: ["complaint.leaks"] } as const;
    expect(await recurrenceOf(pumpId, leak, inDays(0))).toBeNull();
    expect(await recurrenceOf(pumpId, { ...told, kind: "round" }, inDays(0))).toBeNull();
    expect(await recurrenceOf(pumpId, { ...told, codes: [] }, inDays(0))).not.toBeNull();
  });
});
