/** What the Board draws for pumps whose rating is flow over pressure: displacement and jets. SI. */
import type { Diagnosis } from "../diagnosis/index.ts";
import { displacementFlow } from "../displacement/index.ts";
import { jetFlow } from "../jet/index.ts";
import { formatNumber, formatRpm, formatSi, K95, type UnitSystem } from "../quantity/index.ts";
import { type DisplacementDuty, displacementDuty, jetDuty } from "../visit/index.ts";

/** Pressure [Pa] and flow [m³/s]. */
export type RatingPoint = readonly [pressure: number, flow: number];

export interface RatingView {
  readonly kind: "displacement" | "jet";
  readonly lines: readonly {
    readonly label: string;
    /** The line that holds today, among others that are only near. */
    readonly main: boolean;
    readonly points: readonly RatingPoint[];
  }[];
  /** Measured, with the half width of the flow's 95 % band. */
  readonly today: { readonly at: RatingPoint; readonly flow95: number } | undefined;
  readonly shouldBe: RatingPoint | undefined;
  /** A pressure the pump is held at [Pa], and what holds it: a jet's regulator, the relief valve of gears. */
  readonly held: { readonly at: number; readonly by: string } | undefined;
  /** In words, the comparison first. */
  readonly sentences: readonly string[];
  /** Greatest speed the suction allows, over level and temperature, in the reader's units. */
  readonly ceilings:
    | {
        readonly levels: readonly string[];
        readonly rows: readonly {
          readonly temperature: string;
          readonly speeds: readonly (string | null)[];
        }[];
      }
    | undefined;
}

const STEPS = 24;

/** The rating of this pump with today on it; undefined for pumps with a head curve. */
export function ratingOf(d: Diagnosis, units: UnitSystem): RatingView | undefined {
  if (!d.parts) return undefined;
  return displacementView(d, d.parts, units) ?? jetView(d, d.parts, units);
}

type Parts = NonNullable<Diagnosis["parts"]>;

function displacementView(
  { situation }: Diagnosis,
  parts: Parts,
  units: UnitSystem,
): RatingView | undefined {
  const duty = displacementDuty(situation, parts);
  const rating = situation.displacement;
  if (!duty || !rating) return undefined;
  const top = 1.15 * Math.max(...rating.points.map((p) => p.pressure), duty.pressure?.value ?? 0);
  const ratedSpeed = rating.points[0]?.speed ?? duty.speed;
  const line = (speed: number, viscosity: number): RatingPoint[] =>
    Array.from({ length: STEPS + 1 }, (_, i) => {
      const p = (top * i) / STEPS;
      return [p, displacementFlow(rating, speed, p, viscosity)];
    });
  const measured = [parts.duty.flow, ...parts.duty.alternatives].find(
    (f) => f?.from === "meter" || f?.from === "level-change",
  );
  const show = (q: number) => formatSi(q, "flow", units);
  const thick = formatSi(duty.viscosity, "viscosity", units);
  const against = duty.againstRating;
  const sentences = [
    duty.pressure
      ? `The rating gives ${show(duty.ratedFlow)} at ${formatRpm(duty.speed)}, ${thick}; ${show(duty.slip)} slips back.`
      : `With no pressure across it the rating gives ${show(duty.ratedFlow)} at ${formatRpm(duty.speed)}, ${thick}; at pressure some of it slips back.`,
    against && duty.pressure
      ? `Measured flow is ${signed(against.value)} % off it (${signed(against.value - K95 * against.u)} to ${signed(against.value + K95 * against.u)} %).`
      : against
        ? `Measured: ${show(measured?.value ?? 0)}; how much it should be hangs on the pressure.`
        : "No flow is measured: a timed fill or a tank's level would show how much it slips.",
    ...reliefWords(duty, situation.relief, units),
    ...(duty.pressure ? [] : ["Both gauges are needed for the differential pressure."]),
    ...(duty.outsideViscosity
      ? ["The liquid's viscosity lies far outside the table: the rating is stretched."]
      : []),
    "No shut-off and no throttling on this pump: slow it and listen instead.",
  ];
  return {
    kind: "displacement",
    lines: [
      {
        label: `${formatRpm(duty.speed)}, ${thick}`,
        main: true,
        points: line(duty.speed, duty.viscosity),
      },
      ...(Math.abs(ratedSpeed / duty.speed - 1) > 0.02
        ? [
            {
              label: `rated ${formatRpm(ratedSpeed)}`,
              main: false,
              points: line(ratedSpeed, duty.viscosity),
            },
          ]
        : []),
    ],
    today:
      measured && duty.pressure
        ? { at: [duty.pressure.value, measured.value], flow95: K95 * measured.u }
        : undefined,
    shouldBe: duty.pressure && [duty.pressure.value, duty.ratedFlow],
    held: situation.relief === undefined ? undefined : { at: situation.relief, by: "relief valve" },
    sentences,
    ceilings:
      duty.npshr === undefined || duty.ceilings.levels.length === 0
        ? undefined
        : {
            levels: duty.ceilings.levels.map((l) => formatSi(l, "length", units)),
            rows: duty.ceilings.temperatures.map((t, i) => ({
              temperature: formatSi(t, "temperature", units),
              speeds: (duty.ceilings.speeds[i] ?? []).map((s) =>
                s === undefined ? null : `${formatRpm(s)}`,
              ),
            })),
          },
  };
}

/** How near a relief valve's setting a pump works from which on it may pass, as a share of the setting. */
const NEAR_RELIEF = 0.1;

/** What the relief valve has to do with today's flow; nothing where its setting or the pressure is unknown. */
function reliefWords(
  { pressure, underRelief }: DisplacementDuty,
  relief: number | undefined,
  units: UnitSystem,
): string[] {
  if (!pressure || !underRelief || relief === undefined) return [];
  const show = (p: number) => formatSi(p, "pressure", units);
  if (underRelief.value > NEAR_RELIEF * relief + K95 * underRelief.u) return [];
  return [
    `Its relief valve is set to ${show(relief)}; ${show(pressure.value)} stands across the pump. Part of the flow may go back through the valve: no wear is needed to explain that.`,
  ];
}

function jetView(
  { situation }: Diagnosis,
  parts: Parts,
  units: UnitSystem,
): RatingView | undefined {
  const duty = jetDuty(situation, parts);
  const { jet } = situation;
  if (!duty || !jet) return undefined;
  const measured = [parts.duty.flow, ...parts.duty.alternatives].find(
    (f) => f?.from === "meter" || f?.from === "level-change",
  );
  const metres = (v: number) => formatSi(v, "length", units);
  const lines = jet.lines.map((l) => ({
    label: `lift ${metres(l.lift)}`,
    main: false,
    points: l.flow.x.map((p, i): RatingPoint => [p, l.flow.y[i] ?? 0]),
  }));
  const { lift } = duty;
  const own =
    lift === undefined
      ? []
      : pressuresOf(jet.lines).flatMap((p): RatingPoint[] => {
          const q = jetFlow(jet, lift, p);
          return q.ok ? [[p, q.value]] : [];
        });
  const sentences = [
    lift === undefined
      ? "The level of the source is needed for the lift."
      : duty.why === "beyond-lift"
        ? `The lift of ${metres(lift)} is more than the ejector's table reaches: it cannot be expected to deliver.`
        : duty.why === "beyond-pressure"
          ? "The discharge pressure lies outside the ejector's table at this lift."
          : duty.ratedFlow === undefined
            ? "A discharge gauge is needed for the flow the table gives."
            : `At a lift of ${metres(lift)} and this pressure the table gives ${formatSi(duty.ratedFlow, "flow", units)}.`,
    ...(duty.apparentLift !== undefined && lift !== undefined
      ? [
          `The measured flow is what the table gives at ${metres(duty.apparentLift)} of lift: ${
            duty.apparentLift > lift + 0.5
              ? `${metres(duty.apparentLift - lift)} more than there is, so the suction loses it or the ejector is worn.`
              : "as it should be."
          }`,
        ]
      : []),
    ...(duty.regulatorGap !== undefined && Math.abs(duty.regulatorGap) > 0.15e5
      ? [
          `Discharge stands ${formatSi(Math.abs(duty.regulatorGap), "pressure", units)} ${duty.regulatorGap < 0 ? "under" : "over"} the pressure regulator's setting.`,
        ]
      : []),
  ];
  return {
    kind: "jet",
    lines: [
      ...lines,
      ...(own.length > 1 && lift !== undefined
        ? [{ label: `this lift, ${metres(lift)}`, main: true, points: own }]
        : []),
    ],
    today:
      measured && duty.pressure !== undefined
        ? { at: [duty.pressure, measured.value], flow95: K95 * measured.u }
        : undefined,
    shouldBe:
      duty.pressure !== undefined && duty.ratedFlow !== undefined
        ? [duty.pressure, duty.ratedFlow]
        : undefined,
    held:
      situation.regulator === undefined ? undefined : { at: situation.regulator, by: "regulator" },
    sentences,
    ceilings: undefined,
  };
}

const pressuresOf = (lines: readonly { readonly flow: { readonly x: readonly number[] } }[]) =>
  [...new Set(lines.flatMap((l) => l.flow.x))].sort((a, b) => a - b);

const signed = (v: number): string => `${v > 0 ? "+" : ""}${formatNumber(v, 2)}`;
