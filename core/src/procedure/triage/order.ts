/**
 * In which order to look where order matters more than probability: what each look tells, per minute. The diagnosis says
 * how likely a cause is, the table of parts which part of it that mostly is; there is no second judgement here.
 */
import type { CauseId, CautionId, Family, ObservationId } from "../../case/index.ts";
import { noted, type PumpFacts, type VisitState } from "../../visit/index.ts";
import { cautionsOfStep } from "../run/hazards.ts";
import { TRIAGE_PARTS, type TriagePart } from "./parts.ts";

export interface TriageList {
  readonly id: string;
  readonly name: string;
  /** Complaints and looks that open it. */
  readonly told: readonly ObservationId[];
  readonly families?: readonly Family[];
  readonly causes: readonly CauseId[];
}

const PRIMED_BY_ITSELF: readonly Family[] = ["dry-priming"];

export const TRIAGE_LISTS: readonly TriageList[] = [
  {
    id: "delivers-nothing",
    name: "Runs, but delivers nothing",
    told: ["complaint.no-flow"],
    causes: [
      ...([
        "not-primed",
        "discharge-airlock",
        "suction-restriction",
        "discharge-restriction",
      ] as const),
      ...(["wrong-rotation", "lift-too-high", "foot-valve-leak", "suction-air-leak"] as const),
      ...([
        "impeller-loose",
        "impeller-clogged",
        "jet-suction-open",
        "jet-nozzle-blocked",
      ] as const),
    ],
  },
  {
    id: "will-not-prime",
    name: "Will not prime, or slowly",
    told: ["complaint.slow-prime", "complaint.loses-prime"],
    causes: [
      ...(["priming-device-fault", "suction-air-leak", "foot-valve-leak", "not-primed"] as const),
      ...([
        "suction-restriction",
        "lift-too-high",
        "jet-suction-open",
        "jet-nozzle-blocked",
      ] as const),
      ...(["vortexing", "seal-leak"] as const),
    ],
  },
  {
    id: "primed-not-pumping",
    name: "Primed, but not pumping",
    told: ["complaint.no-flow", "complaint.low-flow"],
    families: PRIMED_BY_ITSELF,
    causes: [
      "suction-air-leak",
      "vortexing",
      "discharge-airlock",
      "discharge-restriction",
      "seal-leak",
    ],
  },
  {
    id: "high-vacuum",
    name: "High vacuum, little flow",
    told: ["complaint.low-flow"],
    families: PRIMED_BY_ITSELF,
    causes: [
      ...(["suction-restriction", "lift-too-high", "priming-device-fault"] as const),
      ...(["static-rise", "low-speed", "impeller-clogged"] as const),
    ],
  },
  {
    id: "trips",
    name: "Trips",
    told: ["complaint.trips", "electrical.breaker-trips"],
    causes: [
      ...(["over-run", "phase-loss", "loose-terminal", "supply-imbalance", "low-voltage"] as const),
      ...(["winding-fault", "mechanical-drag", "shaft-jammed", "bearing-defect"] as const),
      ...(["capacitor-weak", "viscous-liquid", "short-cycling", "impeller-clogged"] as const),
    ],
  },
  {
    id: "cycles",
    name: "Starts and stops too often",
    told: ["complaint.cycles-often"],
    causes: [
      "short-cycling",
      "check-valve-passing",
      "foot-valve-leak",
      "control-fault",
      "float-stuck-on",
    ],
  },
];

/** A look finds what is there so often, and finds what is not there so often. */
const FINDS = 0.9;
const MISTAKES = 0.03;
/** A look that is less likely than this to find something is not worth naming. */
const WORTH_NAMING = 0.002;

export type TriageAnswer = "found" | "in-order";

export interface TriageLook extends TriagePart {
  /** Chance that it is this part. */
  readonly probability: number;
  /** [bits] */
  readonly bits: number;
  readonly cautions: readonly CautionId[];
  readonly answer: TriageAnswer | undefined;
}

/** Lists that a complaint opens on this pump. */
export const triageListsFor = (
  pump: Pick<PumpFacts, "family">,
  told: readonly ObservationId[],
): TriageList[] =>
  TRIAGE_LISTS.filter(
    (l) =>
      (l.families?.includes(pump.family) ?? true) && l.told.some((code) => told.includes(code)),
  );

export interface TriageAsked {
  readonly pump: PumpFacts;
  /** As the diagnosis has them. */
  readonly causes: readonly { readonly id: CauseId; readonly probability: number }[];
  /** By part: chips for parts that are chips, notes for the others. */
  readonly answers: ReadonlyMap<string, TriageAnswer>;
}

/**
 * Looks of a list, those that tell most per minute first, answered ones last. The chances of the parts of a cause sum to
 * the cause's own as long as nothing that is no chip was answered; a chip has moved the cause itself already.
 */
export function triageOrder(
  list: TriageList,
  { pump, causes, answers }: TriageAsked,
): TriageLook[] {
  const weighed = list.causes.flatMap((cause) => {
    const whole = causes.find((c) => c.id === cause)?.probability ?? 0;
    const parts = TRIAGE_PARTS.filter(
      (p) => p.cause === cause && (p.families?.includes(pump.family) ?? true),
    );
    const byChips = parts.map((p) => p.share * (p.observation ? likelihood(answers.get(p.id)) : 1));
    const sum = byChips.reduce((a, b) => a + b, 0);
    return parts.map((part, i) => ({
      part,
      weight:
        sum === 0
          ? 0
          : (whole *
              (byChips[i] ?? 0) *
              (part.observation ? 1 : likelihood(answers.get(part.id)))) /
            sum,
    }));
  });
  const named = new Set(list.causes);
  const rest = causes.reduce((sum, c) => sum + (named.has(c.id) ? 0 : c.probability), 0);
  // Something found by a look that is no chip makes all else as unlikely as a look is mistaken.
  const found = weighed.some(({ part }) => !part.observation && answers.get(part.id) === "found");
  const scaled = weighed.map(({ part, weight }) => ({
    part,
    weight:
      found && !(answers.get(part.id) === "found" && !part.observation)
        ? weight * MISTAKES
        : weight,
  }));
  const total = scaled.reduce((sum, s) => sum + s.weight, 0) + (found ? MISTAKES : 1) * rest;
  return scaled
    .map(({ part, weight }): TriageLook => {
      const probability = total === 0 ? 0 : weight / total;
      return {
        ...part,
        probability,
        bits: tells(probability),
        cautions: cautionsOfStep({ acts: [...(part.acts ?? [])] }, pump),
        answer: answers.get(part.id),
      };
    })
    .filter((l) => l.probability >= WORTH_NAMING || l.answer !== undefined)
    .sort(
      (a, b) =>
        Number(a.answer !== undefined) - Number(b.answer !== undefined) ||
        b.bits / b.minutes - a.bits / a.minutes,
    );
}

/** What was answered of each part: by its chip where it is one, else by a note. */
export function triageAnswers(
  state: Pick<VisitState, "observations" | "notes">,
): ReadonlyMap<string, TriageAnswer> {
  const answers = new Map<string, TriageAnswer>();
  for (const { id, observation } of TRIAGE_PARTS) {
    const chip = observation && state.observations.get(observation);
    const said = noted(state, { topic: "triage", part: id })?.note.value;
    if (chip) answers.set(id, chip === "present" ? "found" : "in-order");
    else if (!observation && (said === "found" || said === "in-order")) answers.set(id, said);
  }
  return answers;
}

/** A part by its id. */
export const triagePart = (id: string): TriagePart | undefined =>
  TRIAGE_PARTS.find((p) => p.id === id);

const likelihood = (answer: TriageAnswer | undefined): number =>
  answer === "in-order" ? 1 - FINDS : answer === "found" ? FINDS : 1;

const entropy = (p: number): number =>
  p <= 0 || p >= 1 ? 0 : -p * Math.log2(p) - (1 - p) * Math.log2(1 - p);

/** What a look at something of this chance tells [bits]. */
const tells = (p: number): number =>
  entropy(p * FINDS + (1 - p) * MISTAKES) - p * entropy(FINDS) - (1 - p) * entropy(MISTAKES);
