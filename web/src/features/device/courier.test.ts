import { describe, expect, it } from "vitest";
import { type CourierPorts, type CourierState, makeCourier } from "./courier";

interface Entry {
  readonly id: string;
}
const entry = (n: number): Entry => ({ id: String(n) });

/** A device with a server whose answers are scripted; pauses are run by hand. */
function device(answers: (number | "lost" | { refuse: readonly string[] })[]) {
  const kept = new Map<string, Entry>();
  const server = new Map<string, Entry>();
  const aside = new Map<string, string>();
  const states: CourierState[] = [];
  const paused: { ms: number; then: () => void }[] = [];
  const ports: CourierPorts<Entry> = {
    batch: 100,
    waiting: () => Promise.resolve([...kept.values()]),
    acknowledged: (taken) => {
      for (const { id } of taken) kept.delete(id);
      return Promise.resolve();
    },
    refused: (refused) => {
      for (const { id, reason } of refused) {
        aside.set(id, reason);
        kept.delete(id);
      }
      return Promise.resolve();
    },
    post: (entries) => {
      const answer = answers.shift() ?? 200;
      // "lost": the server took it and died before it could say so.
      if (answer === 200 || answer === "lost") for (const e of entries) server.set(e.id, e);
      if (typeof answer === "object") {
        const refused = entries.filter((e) => answer.refuse.includes(e.id));
        const taken = entries.filter((e) => !refused.includes(e));
        for (const e of taken) server.set(e.id, e);
        return Promise.resolve({
          ok: true as const,
          kept: taken.map((e) => ({ id: e.id, order: 1 })),
          refused: refused.map((e) => ({ id: e.id, reason: "too long" })),
        });
      }
      return Promise.resolve(
        answer === 200
          ? { ok: true, kept: entries.map((e) => ({ id: e.id, order: 1 })), refused: [] }
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
  return { kept, server, aside, states, paused, courier: makeCourier(ports) };
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

  it("waits for somebody to sign in again, and then sends by itself", async () => {
    const d = device([401, 401, 200]);
    d.kept.set("1", entry(1));
    await d.courier.nudge();
    expect(d.states.at(-1)).toEqual({ kind: "signed-out", count: 1 });
    expect(d.kept.size).toBe(1);
    expect(d.aside.size).toBe(0);
    await d.courier.nudge();
    const [again] = d.paused;
    again?.then();
    await new Promise((r) => setImmediate(r));
    expect(d.kept.size).toBe(0);
    expect(d.states.at(-1)).toEqual({ kind: "sent", at: "now" });
  });

  it("sets one refused entry aside and goes on with the rest, before and after it", async () => {
    const d = device([{ refuse: ["2"] }, 200]);
    for (const n of [1, 2, 3]) d.kept.set(String(n), entry(n));
    const going = d.courier.nudge();
    d.kept.set("4", entry(4));
    await going;
    await d.courier.nudge();
    expect([...d.server.keys()]).toEqual(["1", "3", "4"]);
    expect([...d.aside]).toEqual([["2", "too long"]]);
    expect(d.kept.size).toBe(0);
    expect(d.states.at(-1)).toEqual({ kind: "sent", at: "now" });
  });

  it("does not ask for ever when an answer names nothing", async () => {
    const d = device([{ refuse: [] }]);
    d.kept.set("1", entry(1));
    const ports = d.courier.nudge();
    await ports;
    expect(d.server.size).toBe(1);
    expect(d.kept.size).toBe(0);
  });

  it("goes on when the device fails under it", async () => {
    const states: CourierState[] = [];
    let fails = true;
    const paused: (() => void)[] = [];
    const courier = makeCourier<Entry>({
      batch: 10,
      waiting: () => (fails ? Promise.reject(new Error("store gone")) : Promise.resolve([])),
      acknowledged: () => Promise.resolve(),
      refused: () => Promise.resolve(),
      post: () => Promise.resolve({ ok: true, kept: [], refused: [] }),
      now: () => "now",
      pause: (_, then) => {
        paused.push(then);
        return () => undefined;
      },
      tell: (s) => states.push(s),
    });
    await courier.nudge();
    expect(states.at(-1)?.kind).toBe("waiting");
    fails = false;
    paused[0]?.();
    await new Promise((r) => setImmediate(r));
    expect(states.at(-1)?.kind).toBe("sent");
  });

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
