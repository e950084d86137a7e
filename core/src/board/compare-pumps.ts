/**
 * Pumps on one pump's system: what each would do there, by its curve and never by its power. SI; the sentences are in the
 * reader's units.
 */
import {
  bestEfficiencyFlow,
  curveStart,
  curveEnd,
  hydraulicEfficiency,
  intersections,
  parallelDuties,
  type RatedCurve,
  readCurve,
  rootsBetween,
  seriesDuties,
  systemHead,
  type SystemCurve,
} from "../curve/index.ts";
import { formatNumber, formatSi, GRAVITY, type UnitSystem } from "../quantity/index.ts";
import { DEFAULT_MARGIN, npshFromLayout, wantedNpsh } from "../suction/index.ts";
import { cleanSystem, type Situation } from "../visit/index.ts";
import { jetAt } from "./jet-at.ts";

/** A pump that is compared, by its name. */
export interface ComparedPump {
  readonly name: string;
  /** What has to be looked at before it is believed, besides what is worked out here. */
  readonly says?: readonly string[];
  readonly situation: Situation;
}

export interface PumpOnSystem {
  readonly name: string;
  /** Flow and head where its curve meets the system; undefined where it does not. */
  readonly duty: { readonly flow: number; readonly head: number } | undefined;
  /** Share of best-efficiency flow there. */
  readonly ofBest: number | undefined;
  /** Of the pump alone, fraction. */
  readonly efficiency: number | undefined;
  /** At the shaft [W]. */
  readonly power: number | undefined;
  /** Electrical energy for a cubic metre [J/m³]. */
  readonly perVolume: number | undefined;
  readonly npshr: number | undefined;
  /** Available less required [m]. */
  readonly margin: number | undefined;
  /** At its discharge against a shut valve, gauge [Pa]. */
  readonly shutOff: number | undefined;
  /** Speed, as a share of its rated one, at which it would give just what is asked of the pump that is there. */
  readonly speedForDuty: number | undefined;
  /** What has to be looked at before it is ordered. */
  readonly says: readonly string[];
}

/** Two pumps at work together. */
export interface Together {
  readonly names: readonly [string, string];
  readonly how: "parallel" | "series";
  readonly flow: number;
  readonly head: number;
  /** Flow [m³/s] or head [m] of each. */
  readonly ofEach: readonly number[];
  /** More flow than the pump that is there gives alone, as a share of it. */
  readonly gain: number;
}

export type CompareLack = "system" | "curve";

export interface PumpComparison {
  /** First the pump that is there. */
  readonly pumps: readonly PumpOnSystem[];
  readonly together: readonly Together[];
  readonly system: SystemCurve;
  readonly curves: readonly { readonly name: string; readonly curve: RatedCurve }[];
  /** In words, what matters first. */
  readonly words: readonly string[];
}

/** Efficiency of a motor nobody described. */
const USUAL_MOTOR = 0.9;
/** A second pump that adds less than this to the flow adds nothing. */
const ADDS_NOTHING = 0.05;
/** Differences below this share are none. */
const ALIKE = 0.02;
/** Shares of best-efficiency flow within which a pump lasts. Source: ANSI/HI 9.6.3. */
const PREFERRED = [0.7, 1.2] as const;

/**
 * What several pumps would do where one stands, or why that cannot be told.
 * @param pipeRating - what the flanges there are rated for, gauge [Pa]
 */
export function comparePumps(
  there: ComparedPump,
  beside: readonly ComparedPump[],
  units: UnitSystem,
  pipeRating?: number,
): PumpComparison | CompareLack {
  const system = cleanSystem(there.situation)?.curve;
  if (!system) return "system";
  const placed = (p: ComparedPump): ComparedPump => {
    if (p.situation.curve || !p.situation.jet) return p;
    const { situation, says } = jetAt(p.situation, there.situation, units);
    return { ...p, situation, says: [...(p.says ?? []), ...says] };
  };
  const own = placed(there);
  if (!own.situation.curve) return "curve";
  const others = beside.map(placed);
  const all = [own, ...others];
  const pumps = all
    .map((p) => onSystem(p, own.situation, system))
    .map((p) => withRating(p, pipeRating, units));
  const curves = all.flatMap(({ name, situation }) =>
    situation.curve ? [{ name, curve: situation.curve }] : [],
  );
  const together = others.flatMap((o) => pairOf(own, o, system));
  return { pumps, together, system, curves, words: wordsOf(pumps, together, own.situation, units) };
}

/** A pump that makes more against a shut valve than the pipe bears is said to. */
function withRating(
  pump: PumpOnSystem,
  rating: number | undefined,
  units: UnitSystem,
): PumpOnSystem {
  const { shutOff } = pump;
  if (rating === undefined || shutOff === undefined || shutOff <= rating) return pump;
  const pressure = (p: number) => formatSi(p, "pressure", units);
  return {
    ...pump,
    says: [
      `Against a shut valve it makes ${pressure(shutOff)}, and the flanges there are rated for ${pressure(rating)}, less when they are hot.`,
      ...pump.says,
    ],
  };
}

function onSystem(
  { name, situation, says: own = [] }: ComparedPump,
  place: Situation,
  system: SystemCurve,
): PumpOnSystem {
  const { curve } = situation;
  const says = [...own, ...fitOf(situation, place)];
  const none = {
    name,
    duty: undefined,
    ofBest: undefined,
    efficiency: undefined,
    power: undefined,
  };
  if (!curve)
    return {
      ...{ ...none, perVolume: undefined, npshr: undefined, margin: undefined },
      ...{ shutOff: undefined, speedForDuty: undefined },
      says: situation.jet
        ? says
        : ["It has no curve: nothing can be said of it by its power alone.", ...says],
    };
  const { density, vapourPressure } = place.liquid;
  const duty = intersections(curve, system).at(-1);
  const read = duty && readCurve(curve, duty.flow);
  const best = situation.statedBestFlow ?? bestEfficiencyFlow(curve);
  const { power } = read ?? {};
  const motor = situation.motor?.efficiency ?? USUAL_MOTOR;
  const state = { atmosphere: place.atmosphere, vapourPressure, density };
  const available =
    duty && place.layout ? npshFromLayout(place.layout, state, duty.flow) : undefined;
  const { npshr } = read ?? {};
  const margin = available !== undefined && npshr !== undefined ? available - npshr : undefined;
  const still = place.layout
    ? place.layout.surfacePressure + density * GRAVITY * place.layout.sourceLevel
    : undefined;
  const shut = curveStart(curve) === 0 ? readCurve(curve, 0).head : undefined;
  return {
    ...{ name, duty, npshr, margin, power },
    ofBest: duty && best ? duty.flow / best : undefined,
    efficiency:
      duty && power ? hydraulicEfficiency(duty.flow, duty.head, power, density) : undefined,
    perVolume: duty && power ? power / motor / duty.flow : undefined,
    shutOff: shut === undefined ? undefined : density * GRAVITY * shut + Math.max(0, still ?? 0),
    // What a jet gives at another speed its table does not say.
    speedForDuty: place.duty && !situation.jet ? speedFor(curve, place.duty) : undefined,
    says: [
      ...(duty
        ? []
        : [
            "Its curve does not meet this system: it would not lift the water, or run out beyond its end.",
          ]),
      ...(margin !== undefined &&
      npshr !== undefined &&
      margin < wantedNpsh(DEFAULT_MARGIN, npshr) - npshr
        ? [
            margin < 0
              ? "It would be short of NPSH here."
              : "Its NPSH margin is less than it should be.",
          ]
        : []),
      ...(duty && best && (duty.flow < PREFERRED[0] * best || duty.flow > PREFERRED[1] * best)
        ? [`It would run at ${formatNumber((100 * duty.flow) / best, 2)} % of its best flow.`]
        : []),
      ...(situation.estimatedCurve ? ["Its curve was guessed from one point."] : []),
      ...says,
    ],
  };
}

/** Share of its rated speed at which a curve goes through a point, by the affinity laws. */
function speedFor(
  curve: RatedCurve,
  duty: { readonly flow: number; readonly head: number },
): number | undefined {
  // At n times its speed its curve is n² H(q/n).
  const gap = (n: number) => {
    const { head } = readCurve(curve, duty.flow / n);
    return head === undefined ? Number.NaN : n * n * head - duty.head;
  };
  return rootsBetween(gap, 0.4, 1.4, 100).at(-1);
}

/** What does not fit where the other stood. */
function fitOf(of: Situation, place: Situation): readonly string[] {
  const says: string[] = [];
  if (of === place) return says;
  const dn = (d: number | undefined) => (d === undefined ? "?" : `DN ${Math.round(1000 * d)}`);
  const same = (a: number | undefined, b: number | undefined) =>
    a === undefined || b === undefined || Math.abs(a - b) < 0.002;
  if (
    !same(of.ports.suction, place.ports.suction) ||
    !same(of.ports.discharge, place.ports.discharge)
  )
    says.push(
      `Flanges ${dn(of.ports.suction)} and ${dn(of.ports.discharge)}, where ${dn(place.ports.suction)} and ${dn(place.ports.discharge)} are.`,
    );
  if (of.driver !== place.driver)
    says.push(`It wants ${DRIVERS[of.driver]}, where there is ${DRIVERS[place.driver]}.`);
  if (of.family !== place.family || of.installation !== place.installation)
    says.push(
      "It is of another kind, or stands otherwise: look at how it is fixed, filled and sealed.",
    );
  if (of.seal && place.seal && of.seal !== place.seal)
    says.push(`Its seal is ${of.seal}, not ${place.seal}.`);
  return says;
}

const DRIVERS = { "3-phase": "three phases", "1-phase": "one phase", engine: "an engine" } as const;

function pairOf(own: ComparedPump, other: ComparedPump, system: SystemCurve): Together[] {
  const [a, b] = [own.situation.curve, other.situation.curve];
  const alone = a && intersections(a, system).at(-1);
  if (!a || !b || !alone) return [];
  const names = [own.name, other.name] as const;
  const side = parallelDuties([a, b], system).at(-1);
  // A jet lives on what it lifts from: nothing is put in row with it.
  const jets = own.situation.jet ?? other.situation.jet;
  const row = jets ? undefined : seriesDuties([a, b], system).at(-1);
  const gain = (flow: number) => flow / alone.flow - 1;
  return [
    ...(side
      ? [
          {
            names,
            how: "parallel" as const,
            ...side,
            ofEach: side.flowOfEach,
            gain: gain(side.flow),
          },
        ]
      : []),
    ...(row
      ? [{ names, how: "series" as const, ...row, ofEach: row.headOfEach, gain: gain(row.flow) }]
      : []),
  ];
}

function wordsOf(
  [own, ...others]: readonly PumpOnSystem[],
  together: readonly Together[],
  place: Situation,
  units: UnitSystem,
): string[] {
  if (!own) return [];
  const flow = (q: number) => formatSi(q, "flow", units);
  const metres = (m: number) => formatSi(m, "length", units);
  const much = (share: number, more: string, less: string) =>
    Math.abs(share) < ALIKE
      ? ""
      : `${formatNumber(100 * Math.abs(share), 2)} % ${share > 0 ? more : less}`;
  const wanted = place.duty;
  const first = own.duty
    ? `${own.name} as it was rated gives ${flow(own.duty.flow)} at ${metres(own.duty.head)} here${wanted ? `; ${flow(wanted.flow)} is asked of it` : ""}.`
    : `The curve of ${own.name} does not meet its own system: one of the two is not as the register has it.`;
  const each = others.map((o) => {
    if (!o.duty) return `${o.name}: ${o.says[0] ?? "nothing can be said of it."}`;
    const gives = `${o.name} would give ${flow(o.duty.flow)} at ${metres(o.duty.head)}`;
    const than = own.duty ? much(o.duty.flow / own.duty.flow - 1, "more", "less") : "";
    const energy =
      o.perVolume !== undefined && own.perVolume !== undefined
        ? much(
            o.perVolume / own.perVolume - 1,
            "more energy for each cubic metre",
            "less energy for each cubic metre",
          )
        : "";
    const npsh =
      o.margin !== undefined && own.margin !== undefined && Math.abs(o.margin - own.margin) > 0.2
        ? `${metres(Math.abs(o.margin - own.margin))} ${o.margin > own.margin ? "more" : "less"} NPSH margin`
        : "";
    const rest = [than === "" ? "" : `${than} flow`, energy, npsh].filter((w) => w !== "");
    return `${gives}${rest.length > 0 ? `: ${rest.join(", ")}` : ", much the same"}.`;
  });
  const both = together.map((t) => {
    const where = t.how === "parallel" ? "side by side" : "one after the other";
    if (t.gain < ADDS_NOTHING)
      return `${t.names.join(" and ")} ${where} give no more than one alone: the system, not the pumps, sets the flow.`;
    const of = t.ofEach.map((v) => (t.how === "parallel" ? flow(v) : metres(v))).join(" and ");
    return `${t.names.join(" and ")} ${where}: ${flow(t.flow)} at ${metres(t.head)}, ${formatNumber(100 * t.gain, 2)} % more than one alone (${of}).`;
  });
  return [first, ...each, ...both];
}

/** Corners of a system's curve up to a flow, for a drawing. */
export const systemLine = (
  system: SystemCurve,
  most: number,
): readonly (readonly [flow: number, head: number])[] =>
  Array.from({ length: 31 }, (_, i) => {
    const flow = (most * i) / 30;
    return [flow, systemHead(system, flow)] as const;
  });

/** Corners of a rated curve, for a drawing. */
export const curveLine = (
  curve: RatedCurve,
): readonly (readonly [flow: number, head: number])[] => {
  const [low, high] = [curveStart(curve), curveEnd(curve)];
  return Array.from({ length: 31 }, (_, i) => {
    const flow = low + ((high - low) * i) / 30;
    return [flow, readCurve(curve, flow).head ?? 0] as const;
  });
};
