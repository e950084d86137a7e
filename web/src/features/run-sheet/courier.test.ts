import { describe, expect, it } from "vitest";
import { type CourierPorts, type CourierState, makeCourier } from "./courier";
import type { SheetEntry } from "./entries";

const entry = (n: number) =>
  ({
    kind: "acknowledgement",
    id: String(n),
    personId: "p",
    at: "2026-01-01T00:00:00Z",
    caution: "x",
  }) as SheetEntry;

/** A device with a server whose answers are scripted; pauses are run by hand. */
function device(answers: (number | "lost")[]) {
  const kept = new Map<string, SheetEntry>();
  const server = new Map<string, SheetEntry>();
  const states: CourierState[] = [];
  const paused: { ms: number; then: () => void }[] = [];
  const ports: CourierPorts<SheetEntry> = {
    batch: 100,
    waiting: () => Promise.resolve([...kept.values()]),
    acknowledged: (ids) => {
      for (const id of ids) kept.delete(id);
      return Promise.resolve();
    },
    post: (entries) => {
      const answer = answers.shift() ?? 200;
      // "lost": the server took it and died before it could say so.
      if (answer === 200 || answer === "lost") for (const e of entries) server.set(e.id, e);
      return Promise.resolve(
        answer === 200
          ? { ok: true, kept: entries.map((e) => e.id) }
          : { ok: false, status: answer === "lost" ? 0 : answer, message: `answer ${answer}` },
      );
    },
    now: () => "now",
    pause: (ms, then) => {
      const p = { ms, then };
      paused.push(p);
      return () => {
        const i = paused.indexOf(p);
        if (i >= 0) paused.splice(i, 1);
      };
    },
    tell: (s) => states.push(s),
  };
  return { kept, server, states, paused, courier: makeCourier(ports) };
}

describe("courier", () => {
  it("sends what is kept and forgets it only when acknowledged", async () => {
    const d = device([200]);
    d.kept.set("1", entry(1));
    await d.courier.nudge();
    expect(d.kept.size).toBe(0);
    expect([...d.server.keys()]).toEqual(["1"]);
    expect(d.states.at(-1)).toEqual({ kind: "sent", at: "now" });
  });

  it("keeps everything while the server is away, with growing pauses, and then sends it once", async () => {
    const d = device([0, 503, 0, 200]);
    d.kept.set("1", entry(1));
    d.kept.set("2", entry(2));
    await d.courier.nudge();
    const pauses: number[] = [];
    while (d.paused.length > 0) {
      expect(d.kept.size).toBe(2);
      expect(d.states.at(-1)).toEqual({ kind: "waiting", count: 2 });
      const [p] = d.paused;
      pauses.push(p?.ms ?? 0);
      d.paused.length = 0;
      p?.then();
      await new Promise((r) => setImmediate(r));
    }
    expect(pauses).toEqual([1000, 2000, 4000]);
    expect(d.kept.size).toBe(0);
    expect(d.server.size).toBe(2);
  });

  it("doubles nothing when the server took it and died before answering", async () => {
    const d = device(["lost", 200]);
    d.kept.set("1", entry(1));
    await d.courier.nudge();
    expect(d.kept.size).toBe(1);
    await d.courier.nudge();
    expect(d.kept.size).toBe(0);
    expect(d.server.size).toBe(1);
  });

  it.each([404, 409, 422])(
    "says a refusal (%d), keeps the entries and does not insist",
    async (status) => {
      const d = device([status]);
      d.kept.set("1", entry(1));
      await d.courier.nudge();
      expect(d.states.at(-1)).toMatchObject({ kind: "refused", message: `answer ${status}` });
      expect(d.kept.size).toBe(1);
      expect(d.paused).toHaveLength(0);
    },
  );

  it("sends what came while it was sending", async () => {
    const d = device([200, 200]);
    d.kept.set("1", entry(1));
    const first = d.courier.nudge();
    d.kept.set("2", entry(2));
    await d.courier.nudge();
    await first;
    expect(d.server.size).toBe(2);
    expect(d.kept.size).toBe(0);
  });

  it("stops with the sheet", async () => {
    const d = device([0]);
    d.kept.set("1", entry(1));
    await d.courier.nudge();
    d.courier.stop();
    expect(d.paused).toHaveLength(0);
  });
});
