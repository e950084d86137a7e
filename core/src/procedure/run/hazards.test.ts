import { describe, expect, it } from "vitest";
import { FAMILIES } from "../../case/index.ts";
import { type Act, ACTS, PROCEDURES } from "../../guide/index.ts";
import { Hand, procedureOf } from "../../../testing/run.ts";
import { factsFor } from "../../../testing/facts.ts";
import { noTwoDirections } from "../rotation.ts";
import { cautionsOfStep, offered, runNow, startsIt, wantsDead } from "./index.ts";

const THREE = { motor: { phases: 3 } };
const PUMPS = [
  ...FAMILIES.map((family) => ({ family, ...THREE })),
  ...FAMILIES.map((family) => ({ family, installation: "submerged", ...THREE })),
  ...FAMILIES.map((family) => ({ family, drive: { kind: "engine" } })),
  { family: "end-suction", impeller: { mounting: "screwed" }, ...THREE },
  { family: "end-suction", impeller: { mounting: "keyed" }, ...THREE },
  { family: "end-suction", impeller: { material: "plastic" }, ...THREE },
].map((pump) => factsFor(pump));

/** The usual cautions, by where the harm can happen: caution, what is done, on which pumps. */
const TABLE: readonly (readonly [
  caution: string,
  act: Act,
  on: (p: (typeof PUMPS)[number]) => boolean,
])[] = [
  ["electrical", "terminals", (p) => p.driver !== "engine"],
  ["lockout", "terminals", (p) => p.driver !== "engine"],
  ["live-readings", "reads-live", (p) => p.driver !== "engine"],
  ["opening", "opens", () => true],
  ["hot-circuit", "opens", (p) => p.hot],
  ["sewage", "opens", (p) => p.family === "sump"],
  ["sewage", "pit", (p) => p.family === "sump"],
  ["drinking-water", "opens", (p) => ["borehole", "jet-deep", "jet-shallow"].includes(p.family)],
  ["confined-space", "pit", () => true],
  ["lifting", "lifts", () => true],
  ["gland", "gland", () => true],
  ["dead-head", "shuts", () => true],
  ["reverse-running", "reverses", (p) => p.driver !== "engine" && !p.keyedImpeller],
  ["engine-set", "starts", (p) => p.driver === "engine"],
  ["fire-water", "starts", (p) => p.family === "fire"],
  ["fire-water", "opens", (p) => p.family === "fire"],
  ["starts-by-itself", "automatic", (p) => p.driver !== "engine"],
  [
    "start-kick",
    "starts",
    (p) =>
      p.family === "sump" &&
      p.installation === "submerged" &&
      p.driver === "3-phase" &&
      p.variant === undefined,
  ],
];

describe("cautions of what is done", () => {
  it.each(TABLE)("%s where it is %s", (caution, act, on) => {
    for (const pump of PUMPS)
      if (on(pump)) expect(cautionsOfStep({ acts: [act] }, pump), pump.family).toContain(caution);
  });
  it("are none where there is no hazard", () => {
    for (const pump of PUMPS) expect(cautionsOfStep({ acts: [] }, pump)).toEqual([]);
    const engine = factsFor({ family: "portable", drive: { kind: "engine" } });
    expect(cautionsOfStep({ acts: [...ACTS] }, engine)).not.toContain("electrical");
  });
});

/** Words that tell what a step does, and the acts it then has to name. */
const TOLD: readonly (readonly [words: RegExp, act: Act])[] = [
  [/cooled; open it|loosen the bolts|lift it out/i, "opens"],
  [/proven dead|disconnected at its supply/i, "terminals"],
  [/locks off/i, "starts"],
  [/run it the other way/i, "reverses"],
  [/^shut it, read both gauges/i, "shuts"],
  [/read the (three )?(currents|amps)/i, "reads-live"],
  [/flat \(a sixth|old rings/i, "gland"],
];

describe("a step", () => {
  it("names what it does: none that opens, starts or shuts goes without its cautions", () => {
    for (const form of PROCEDURES)
      for (const s of form.steps)
        for (const [words, act] of TOLD)
          if (words.test(s.what)) expect(s.acts ?? [], `${form.id}, ${s.id}`).toContain(act);
  });

  it("does not harm: nothing is shut, reversed or opened on a pump that must not be", () => {
    for (const pump of PUMPS) {
      const hand = new Hand(procedureOf("first-aid"), pump);
      for (const { procedure } of offered(hand.running())) {
        const acts = procedure.steps.flatMap((s) => s.acts ?? []);
        if (acts.includes("reverses")) expect(noTwoDirections(pump), pump.family).toBeUndefined();
        if (pump.family === "positive-displacement" || pump.plasticImpeller)
          for (const s of procedure.steps)
            // A step of a procedure for any pump that shuts stands there only where it may be shut.
            if (s.acts?.includes("shuts")) expect(JSON.stringify(s.when)).toContain("may-shut");
      }
    }
  });
});

describe("what keeps a step shut", () => {
  const OFF = { dead: false };
  it("is a supply that is not proven dead, wherever hands go in", () => {
    const hand = new Hand(procedureOf("tighten-read-again"), undefined, OFF);
    const steps = runNow(hand.running()).steps;
    const off = steps.find((s) => s.step === "off");
    expect(off?.form && wantsDead(off.form, hand.pump)).toBe(true);
    expect(off?.shutBy.join(" ")).toContain("not isolated and proven dead");
    const engine = factsFor({ family: "dry-priming", drive: { kind: "engine" } });
    expect(wantsDead({ acts: ["opens"] }, engine)).toBe(false);
  });

  it("is the lock of anybody, wherever it starts", () => {
    const locks = { locks: ["Ana", "Jo"] };
    const hand = new Hand(procedureOf("two-directions"), undefined, locks);
    const forward = runNow(hand.running()).steps.find((s) => s.step === "forward");
    expect(forward?.form && startsIt(forward.form)).toBe(true);
    expect(forward?.shutBy.join(" ")).toContain("The locks of Ana and Jo stand");
  });
});
