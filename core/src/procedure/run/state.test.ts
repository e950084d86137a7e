import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { draws } from "../../../testing/draws.ts";
import { factsFor } from "../../../testing/facts.ts";
import { Hand, procedureOf } from "../../../testing/run.ts";
import { runNow, type StepNow } from "./index.ts";

const at = (hand: Hand): StepNow => {
  const now = runNow(hand.running()).at;
  if (!now) throw new Error("it is done");
  return now;
};
const acknowledge = (hand: Hand) => {
  for (const caution of at(hand).waiting) hand.add({ kind: "acknowledgement", caution });
};
const stepOf = (hand: Hand, id: string) => runNow(hand.running()).steps.find((s) => s.step === id);

describe("the order", () => {
  const play = () => {
    const hand = new Hand(
      procedureOf("drain-back"),
      factsFor({ family: "end-suction", installation: "lift" }),
    );
    return hand;
  };
  it("is the procedure's, whichever device is first: what is ahead counts once the rest is there", () => {
    const hand = play();
    hand.read("time", "fall", 4, "mm");
    hand.read("time", "over", 120, "s");
    hand.mark("time", "begun");
    hand.pass(3);
    hand.mark("time", "done");
    expect(at(hand).step).toBe("fill");
    expect(stepOf(hand, "time")?.state).toBe("ahead");
    hand.answer("fill", "filled", "yes");
    hand.mark("fill", "done");
    expect(runNow(hand.running()).done).toBe(true);
  });

  it("opens a step again when what it hung on is put right later", () => {
    const hand = play();
    hand.answer("fill", "filled", "yes");
    hand.mark("fill", "done");
    hand.answer("fill", "filled", "no");
    expect(at(hand)).toMatchObject({
      ...{ step: "fill", undone: true },
      missing: ["It does not fill: the foot valve is open."],
    });
  });

  it("refuses a fall that is a rise, in words", () => {
    const hand = play();
    hand.answer("fill", "filled", "yes");
    hand.mark("fill", "done");
    hand.mark("time", "begun");
    hand.read("time", "fall", -3, "mm");
    hand.read("time", "over", 120, "s");
    hand.pass(3);
    hand.mark("time", "done");
    expect(at(hand).missing).toEqual([
      "A level that rises while nobody fills is not drain-back: read it again.",
    ]);
  });
});

it("goes on by the copy it was begun with, whatever the list has become since", () => {
  const now = procedureOf("drain-back");
  const before = { ...now, edition: 1, steps: [now.steps[1] as never, now.steps[0] as never] };
  const hand = new Hand(before, factsFor({ family: "end-suction", installation: "lift" }));
  expect(at(hand).step).toBe("time");
});

describe("a wait", () => {
  const waiting = () => {
    const hand = new Hand(
      procedureOf("drain-back"),
      factsFor({ family: "end-suction", installation: "lift" }),
    );
    hand.answer("fill", "filled", "yes");
    hand.mark("fill", "done");
    hand.read("time", "fall", 3, "mm");
    hand.read("time", "over", 120, "s");
    return hand;
  };
  it("is not over before its last second, and then is, however long nobody looked", () => {
    const hand = waiting();
    expect(at(hand).missing).toEqual(["Its wait of 2 minutes was not begun."]);
    hand.mark("time", "begun");
    hand.now += 119_000;
    expect(at(hand).missing).toEqual(["Its wait of 2 minutes is not over."]);
    hand.now += 1000;
    expect(at(hand).wait).toMatchObject({ over: true });
    hand.pass(600);
    expect(at(hand).missing).toEqual([]);
  });
  it("is not over by a clock that was set back, nor is it ever less than nothing", () => {
    const hand = waiting();
    hand.mark("time", "begun");
    hand.now -= 3_600_000;
    expect(at(hand).wait?.over).toBe(false);
  });
  it("is not shortened by a device whose clock is ahead", () => {
    const hand = waiting();
    hand.mark("time", "begun");
    hand.now += 540_000;
    hand.answer("fill", "filled", "yes");
    hand.now -= 540_000 - 30_000;
    expect(at(hand).missing).toEqual(["Its wait of 2 minutes is not over."]);
  });
  it("stays over when the clock that marked it is put right afterwards", () => {
    const hand = waiting();
    hand.mark("time", "begun");
    hand.pass(3);
    hand.mark("time", "done");
    hand.now -= 3_600_000;
    expect(runNow(hand.running()).done).toBe(true);
  });
});

describe("a gland that is run in", () => {
  const begun = () => {
    const hand = new Hand(
      procedureOf("run-in-gland"),
      factsFor({ family: "end-suction", seal: { kind: "packed" }, motor: { phases: 3 } }),
    );
    hand.read("box", "shaft", 35, "mm");
    hand.read("box", "bore", 55, "mm");
    for (const [ask, value] of [
      ["packing", "ptfe"],
      ["rings", "r5"],
      ["springs", "no"],
    ] as const)
      hand.answer("box", ask, value);
    hand.mark("box", "done");
    hand.answer("flush", "flush-open", "open");
    hand.mark("flush", "done");
    acknowledge(hand);
    hand.answer("start", "streams", "streams");
    hand.mark("start", "done");
    acknowledge(hand);
    return hand;
  };
  /** Counts at a place, and marks it. */
  const count = (hand: Hand, step: string, round: number, drops: number, gland: number) => {
    hand.read(step, "drops", drops, "drops/min", round);
    hand.read(step, "gland", gland, "degC", round);
    hand.read(step, "liquid", -8, "degC", round);
    hand.mark(step, "done", round);
  };
  const first = (drops = 90, gland = 2) => {
    const hand = begun();
    hand.mark("first", "begun");
    hand.pass(30);
    count(hand, "first", 0, drops, gland);
    return hand;
  };
  const refusedFlat = (hand: Hand) => at(hand).closed.get("turn/flat");

  it("tells its plan from rings, section and packing", () => {
    const says = stepOf(begun(), "box")?.says.map((s) => s.say);
    expect(says?.join(" ")).toContain(
      "About 6 flats, 30 minutes after each; aim at 14 to 22 drops",
    );
  });
  it("keeps the flush before the start", () => {
    const hand = begun();
    hand.answer("flush", "flush-open", "shut");
    expect(at(hand)).toMatchObject({
      step: "flush",
      missing: ["Open it before the start, not after it."],
    });
  });
  it("takes a flat when nothing speaks against it, and none before its pause is over", () => {
    const hand = first();
    expect(refusedFlat(hand)).toBeUndefined();
    hand.answer("flat", "turn", "flat", 0);
    hand.pass(29);
    count(hand, "flat", 0, 60, 5);
    expect(at(hand).missing).toEqual(["Its wait of 30 minutes is not over."]);
    hand.pass(1);
    // The next round is open, and its flat too: 60 drops stood still over the pause.
    expect(at(hand)).toMatchObject({ step: "flat", round: 1 });
    expect(refusedFlat(hand)).toBeUndefined();
  });
  it("refuses a flat while the gland is more than 20 K over the liquid", () => {
    const hand = first(90, 18);
    expect(refusedFlat(hand)).toContain("26 K over the liquid");
    hand.answer("flat", "turn", "flat", 0);
    expect(at(hand).missing).toEqual([
      "Not read yet: Drops.",
      "Not read yet: Gland.",
      "Its wait of 30 minutes is not over.",
    ]);
  });
  it("refuses a flat while the drops still fall by themselves", () => {
    const hand = first();
    hand.answer("flat", "turn", "again", 0);
    hand.pass(5);
    count(hand, "flat", 0, 70, 2);
    expect(refusedFlat(hand)).toContain("still fall by themselves");
    hand.answer("flat", "turn", "again", 1);
    hand.pass(5);
    count(hand, "flat", 1, 68, 2);
    expect(refusedFlat(hand)).toBeUndefined();
  });
  it("ends where it drips as it should, and says that this is normal", () => {
    const hand = first(20);
    hand.answer("flat", "turn", "again", 0);
    hand.pass(5);
    count(hand, "flat", 0, 19, 2);
    expect(at(hand).step).toBe("leave");
    expect(stepOf(hand, "flat")?.says[0]?.say).toContain("It drips as it should");
  });
  it("stays in order when the clock that marked it is put right afterwards", () => {
    const hand = first(20);
    hand.answer("flat", "turn", "again", 0);
    hand.pass(5);
    count(hand, "flat", 0, 19, 2);
    hand.pass(-40);
    expect(at(hand).step).toBe("leave");
  });
  it("is an alarm at once when it is dry and hot", () => {
    const hand = begun();
    hand.mark("first", "begun");
    hand.pass(3);
    count(hand, "first", 0, 0, 40);
    const [word] = at(hand).says;
    expect(word).toMatchObject({ alarm: true });
    expect(word?.say).toContain("slack both nuts at once");
  });
});

describe("two directions", () => {
  const run = (kept: string) => {
    const hand = new Hand(
      procedureOf("two-directions"),
      factsFor({ family: "borehole", impeller: { mounting: "keyed" }, motor: { phases: 3 } }),
    );
    acknowledge(hand);
    hand.answer("uncouple", "wheel", "keyed");
    hand.mark("uncouple", "done");
    hand.mark("expect", "done");
    for (const caution of [
      "rotating-parts",
      "electrical",
      "lockout",
      "start-kick",
      "reverse-running",
    ] as const)
      hand.add({ kind: "acknowledgement", caution });
    hand.read("forward", "forward", 1.2, "bar");
    hand.mark("forward", "done");
    hand.answer("swap", "exchanged", "yes");
    hand.mark("swap", "done");
    hand.read("reverse", "reverse", 3, "bar");
    hand.mark("reverse", "done");
    hand.answer("keep", "kept", kept);
    hand.mark("keep", "done");
    return hand;
  };
  it("does not let the worse way stay", () => {
    expect(at(run("as-found")).missing).toEqual([
      "By the readings the other way is the right one.",
    ]);
    expect(at(run("exchanged")).step).toBe("proof");
  });
  it("does not run a wheel backwards of which nobody knows how it sits", () => {
    const hand = run("exchanged");
    hand.answer("uncouple", "wheel", "not-known");
    expect(at(hand)).toMatchObject({ step: "uncouple" });
    expect(at(hand).missing.join("")).toContain("does not run backwards");
  });
});

it("folds alike whatever order the entries come in", () => {
  const hand = new Hand(procedureOf("clear-choke"));
  hand.read("before", "before.suctionPressure", -0.4, "bar");
  hand.read("before", "before.dischargePressure", 2, "bar");
  hand.mark("before", "done");
  for (const caution of ["electrical", "lockout", "opening"] as const)
    hand.add({ kind: "acknowledgement", caution });
  hand.mark("off", "done");
  hand.answer("look", "choked", "strainer");
  hand.mark("look", "done");
  const whole = runNow(hand.running()).at?.step;
  expect(whole).toBe("clean");
  const entries = [...hand.entries];
  fc.assert(
    fc.property(fc.shuffledSubarray(entries, { minLength: entries.length }), (jumbled) => {
      hand.entries.splice(0, hand.entries.length, ...jumbled, ...jumbled);
      expect(runNow(hand.running()).at?.step).toBe(whole);
    }),
    { numRuns: draws(30) },
  );
});

describe("the stopwatch of a primer", () => {
  const AIR = {
    pieces: [{ low: 0, high: 3, volume: 0.2 }],
    ...{ casing: 0.05, atmosphere: 101_325, vapourPressure: 1700, density: 999 },
  };
  const said = (took: number, primer?: number, air: typeof AIR | null = AIR) => {
    const facts = factsFor({ family: "dry-priming", installation: "lift" });
    const hand = new Hand(procedureOf("prime-dry-set"), facts);
    hand.read("start", "took", took, "s");
    if (primer !== undefined) hand.read("start", "primer", primer, "m3/h");
    const running = hand.running();
    const captures = { ...running.captures, ...(air ? { air } : {}) };
    const now = runNow({ ...running, captures });
    return now.steps.find((s) => s.step === "start")?.scope.worked("primer-time");
  };
  it("is told as what it drew off the line as drawn, and against its rating where that is known", () => {
    const bare = said(60);
    expect(bare?.is).toBeUndefined();
    expect(bare?.say).toMatch(/hold 250 L of air: in 60 s its primer drew about/);
    // What it drew by the watch is its rating: then it is in time, and at half the rating slow.
    const drew = Number(/about ([\d.]+) m³\/h/.exec(bare?.say ?? "")?.[1]);
    expect(said(60, drew)?.is).toBe("in-time");
    expect(said(60, drew)?.value).toBeCloseTo(1, 1);
    expect(said(60, 2 * drew)).toMatchObject({ is: "slow" });
    expect(said(60, 2 * drew)?.say).toMatch(/vacuum plate parts them/);
  });

  it("says nothing without a drawn line or a time, and that no primer lifts from too deep", () => {
    expect(said(60, 20, null)).toBeUndefined();
    const deep = { ...AIR, pieces: [{ low: 0, high: 11, volume: 0.2 }] };
    expect(said(60, 20, deep)?.is).toBe("too-deep");
    expect(said(0)).toBeUndefined();
  });
});
