/** What the steps of procedures have worked out for them, by name. */
import { formatNumber, formatSi, toUnit } from "../../quantity/index.ts";
import { sumpCycle } from "../../sump/index.ts";
import { primingTime, vacuumBand, vacuumTargets } from "../../suction/index.ts";
import { waterAt } from "../../liquid/index.ts";
import { boxPressure, needsBushing, packingSection, sealWater } from "../../upkeep/index.ts";
import { TEST_IDS, type TestId } from "../../case/index.ts";
import { captureOf } from "../captures/index.ts";
import { glandPause, glandPlanWork, glandWordWork } from "./gland-work.ts";
import type { Scope } from "./scope.ts";

/** A figure, a word that conditions ask for, and a sentence; each only where there is one. */
export interface Worked {
  /** [SI] */
  readonly value?: number | undefined;
  readonly is?: string | undefined;
  readonly say?: string | undefined;
  /** It is an alarm: something is to be done at once. */
  readonly alarm?: boolean | undefined;
  /** The outcome of a test that it amounts to. */
  readonly outcome?: { readonly test: TestId; readonly is: string } | undefined;
}

type Work = (scope: Scope) => Worked | undefined;

/** A shaft further off the middle of its box than this share of the section is not packed. */
const OFF_CENTRE = 0.1;
/** Two heads of a twin that differ by more than this are not alike [%]. */
const HEADS_ALIKE = 10;
/** Three runs that differ by more than this are not the same pump each time. */
const RUNS_ALIKE = 0.25;
/** A box lies at the suction, or behind a back that is open, at about half of what the pump makes. */
const BOX_SHARE = { low: 0, high: 0.5 };
/** What a primer is reckoned with before its own figure is known [m³/s]. */
const UNIT_PRIMER = 0.001;
/** Drawn volumes, ratings and a hand on a watch are right to about a third together: beyond twice that it is slow. */
const SLOW_PRIMER = 1.7;
/** Water in a casing whose temperature nobody reads [K]. */
const CASING_K = 288.15;

const units = (s: Scope) => s.running.captures.units;
/** A length that a hand measures at a shaft. */
const small = (length: number, s: Scope): string =>
  units(s) === "us"
    ? `${formatNumber(toUnit(length, "in"), 3)} in`
    : `${formatNumber(toUnit(length, "mm"), 3)} mm`;
const si = (s: Scope, slot: string) => s.value(slot)?.si;

const WORKS: Readonly<Record<string, Work>> = {
  "gland-plan": glandPlanWork,
  "gland-word": glandWordWork,
  "gland-pause": (s) => ({ value: glandPause(s) }),

  "packing-gap": (s) => {
    const [bore, shaft, gap] = [si(s, "bore"), si(s, "shaft"), si(s, "gap")];
    if (bore === undefined || shaft === undefined || bore <= shaft) return undefined;
    const section = packingSection(bore, shaft);
    const size = `Section ${small(section, s)}.`;
    if (gap === undefined) return { value: section, say: size };
    return needsBushing(gap, section)
      ? {
          value: section,
          is: "bushing",
          say: `${size} The gap lets the packing out: fit a bushing ring.`,
        }
      : { value: section, is: "fits", say: size };
  },

  centring: (s) => {
    const [least, most] = [si(s, "gap.least"), si(s, "gap.most")];
    const section = s.worked("packing-gap")?.value;
    if (least === undefined || most === undefined || section === undefined) return undefined;
    const off = Math.abs(most - least) / 2;
    const share = `${small(off, s)} off the middle, ${formatNumber((100 * off) / section, 2)} % of the section.`;
    return { value: off, is: off > OFF_CENTRE * section ? "off" : "centred", say: share };
  },

  "box-pressure": (s) => {
    const read = si(s, "box");
    if (read !== undefined)
      return { value: read, say: `Box at ${formatSi(read, "pressure", units(s))}, as read.` };
    const [suction, discharge] = [si(s, "suction"), si(s, "discharge")];
    if (suction === undefined || discharge === undefined) return undefined;
    const { low, high } = boxPressure(suction, discharge - suction, BOX_SHARE);
    const [from, to] = [low, high].map((p) => formatSi(p, "pressure", units(s)));
    return {
      value: high,
      say: `Nobody read the box: between ${from} and ${to} by the two gauges. The higher counts.`,
    };
  },

  "seal-water": (s) => {
    const [fed, box] = [si(s, "fed"), s.worked("box-pressure")?.value];
    if (fed === undefined || box === undefined) return undefined;
    const { above, enough } = sealWater(fed, box);
    const by = `${formatSi(Math.abs(above), "pressure", units(s))} ${above < 0 ? "under" : "above"} the box`;
    return enough
      ? { value: above, is: "enough", say: `${by}: enough.` }
      : { value: above, is: "too-low", say: `${by}: it wants 0.7 bar (about 10 psi) above it.` };
  },

  "dead-head": (s) => {
    const limit = s.running.deadHeadSeconds;
    const shut = si(s, "shutFor");
    if (limit === null)
      return { say: "How long it may is not known here: a few seconds, and a hand on the casing." };
    const say = `At most ${formatNumber(limit, 2)} s against the shut valve.`;
    if (shut === undefined) return { value: limit, say };
    return { value: limit, say, is: shut > limit ? "too-long" : "within" };
  },

  "old-length": (s) => ({ value: si(s, "old.faceToFace") }),

  "expected-reverse": (s) => ({
    say: s.running.pump.straightVanes
      ? "Straight vanes pump alike both ways: this cannot tell. Look at the fan or the coupling."
      : "The wrong way leaves 30 to 70 % of the pressure, and draws nearly the same current.",
  }),

  "two-heads": (s) => {
    const [one, other] = [si(s, "first.amps"), si(s, "second.amps")];
    if (one === undefined || other === undefined || !(one > 0 && other > 0)) return undefined;
    const apart = (200 * Math.abs(one - other)) / (one + other);
    const say = `${formatNumber(apart, 2)} % apart in current`;
    return apart > HEADS_ALIKE
      ? {
          value: apart,
          is: "apart",
          say: `${say}: they are not alike. Read both again, then look at the odd one.`,
        }
      : { value: apart, is: "alike", say: `${say}: alike.` };
  },

  "three-runs": (s) => {
    const runs = [0, 1, 2].flatMap((i) => si(s, `run.${i}`) ?? []);
    if (runs.length < 3) return undefined;
    const [least, most] = [Math.min(...runs), Math.max(...runs)];
    const say = `Runs of ${runs.map((r) => `${formatNumber(r, 2)} s`).join(", ")}`;
    return most - least > RUNS_ALIKE * most
      ? {
          is: "uneven",
          say: `${say}: uneven. Does the inflow change, or the float catch now and then?`,
        }
      : { is: "even", say: `${say}: even.` };
  },

  "sump-cycle": (s) => {
    const [on, off, diameter] = [si(s, "onLevel"), si(s, "offLevel"), si(s, "diameter")];
    const [run, pause] = [si(s, "run"), si(s, "off")];
    if (on === undefined || off === undefined || diameter === undefined) return undefined;
    if (run === undefined || pause === undefined || !(diameter > 0)) return undefined;
    const cycle = sumpCycle({
      ...{ area: (Math.PI * diameter ** 2) / 4, onLevel: on, offLevel: off },
      ...{ runTime: run, fillTime: pause },
    });
    if (cycle.startsPerHour === undefined || cycle.pumpFlow === undefined) return undefined;
    return {
      value: cycle.startsPerHour,
      say: `${formatNumber(cycle.startsPerHour, 2)} starts an hour; it moves ${formatSi(cycle.pumpFlow, "flow", units(s))}, and ${formatSi(cycle.inflow ?? 0, "flow", units(s))} flows in.`,
    };
  },

  "vacuum-share": (s) => {
    const vacuum = si(s, "vacuum");
    const water = waterAt(CASING_K);
    if (vacuum === undefined || !water.ok) return undefined;
    const { atmosphere } = s.running.captures;
    const reached = Math.abs(vacuum);
    const targets = vacuumTargets(atmosphere, water.value.saturationPressure, water.value.density);
    return {
      value: reached / atmosphere,
      is: vacuumBand(reached, targets),
      say: `${formatNumber((100 * reached) / atmosphere, 2)} % of the atmosphere here; a sound set reaches 77 %.`,
    };
  },

  "primer-time": (s) => {
    const { air } = s.running.captures;
    const took = si(s, "took");
    if (!air || took === undefined || !(took > 0)) return undefined;
    // The time goes with the inverse of what the primer draws.
    const unit = primingTime({ ...air, capacity: () => UNIT_PRIMER });
    if (unit.time === undefined)
      return { is: "too-deep", say: "The line as drawn lies deeper than the air can carry water." };
    const amount = formatSi(unit.air, "volume", units(s));
    const drew = `Line and casing hold ${amount} of air: in ${formatNumber(took, 2)} s its primer drew about ${formatSi((UNIT_PRIMER * unit.time) / took, "flow", units(s))} at the pressure before it`;
    const rated = si(s, "primer");
    if (rated === undefined || !(rated > 0)) return { value: took, say: `${drew}.` };
    const wanted = (UNIT_PRIMER * unit.time) / rated;
    const words = `${drew}; by its rating it takes about ${formatNumber(wanted, 2)} s`;
    if (took > SLOW_PRIMER * wanted)
      return {
        ...{ value: took / wanted, is: "slow" },
        say: `${words}. That is slow: weigh a weak primer against air that is let in; the vacuum plate parts them.`,
      };
    return { value: took / wanted, is: "in-time", say: `${words}. That is as it should be.` };
  },

  "shut-off-share": (s) => {
    const [suction, discharge] = [si(s, "suctionPressure"), si(s, "dischargePressure")];
    if (suction === undefined || discharge === undefined) return undefined;
    return {
      value: discharge - suction,
      say: `${formatSi(discharge - suction, "pressure", units(s))} across the pump. The Board sets it against sheet and fingerprint.`,
    };
  },
};

/** Names of everything that can be worked out, without those of tests. */
export const WORKED_NAMES: readonly string[] = Object.keys(WORKS);

/**
 * By its name; `reads-…` is what the strips of that test say, `proves-…` what its before and after say, taken as found and
 * after the work.
 */
export function computedOf(name: string, scope: Scope): Worked | undefined {
  const [, how, test] = /^(reads|proves)-(.+)$/.exec(name) ?? [];
  if (test === undefined) return WORKS[name]?.(scope);
  const { captures, state } = scope.running;
  const read = captureOf(test)?.read((slot) => {
    const key =
      how === "reads" ? `test:${test}/${slot}` : slot.replace(/^(before|after)\./, atWork);
    return state.readings.get(key)?.si ?? undefined;
  }, captures);
  if (!read) return undefined;
  const { say, outcome: is } = read;
  const id = TEST_IDS.find((t) => t === test);
  return { say, is, outcome: id && is !== undefined ? { test: id, is } : undefined };
}

const atWork = (_: string, when: string): string => `${when === "before" ? "as found" : "after"}/`;
