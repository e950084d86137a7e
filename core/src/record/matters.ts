/** In which order what waits matters today, and why. */
import type { ObservationId } from "../case/index.ts";
import { DRIFT_LEVELS } from "./drift.ts";

/** A call or a round that waits. */
export interface Waiting {
  readonly kind: "call" | "round";
  /** Against the day at its own place. */
  readonly due: "before" | "today" | "later";
  /** [ms since 1970] */
  readonly dueAt: number;
  /** What was told by chips. */
  readonly codes: readonly ObservationId[];
  /** It complains of what was mended not long ago. */
  readonly again: boolean;
  /** Head at equal flow against its base [%]; undefined where nobody knows. */
  readonly drift: number | undefined;
  /** Somebody is at it. */
  readonly begun: boolean;
}

export interface Matter {
  /** The larger, the sooner. */
  readonly weight: number;
  /** Why it stands where it does, the strongest first. */
  readonly why: readonly string[];
}

interface Reason {
  readonly weight: number;
  readonly words: string;
}

/** What is told that does not wait: hands, motors and water first. */
const TOLD: readonly (Reason & { readonly codes: readonly ObservationId[] })[] = [
  { codes: ["electrical.smell-burnt"], weight: 60, words: "a burnt smell" },
  { codes: ["electrical.terminal-warm"], weight: 45, words: "a warm terminal" },
  {
    codes: ["complaint.hot", "mechanical.bearing-hot", "mechanical.casing-hot"],
    ...{ weight: 42, words: "it runs hot" },
  },
  { codes: ["complaint.trips", "electrical.breaker-trips"], weight: 40, words: "it trips" },
  { codes: ["complaint.no-flow"], weight: 36, words: "nothing is pumped" },
  { codes: ["complaint.wont-start"], weight: 36, words: "it does not start" },
  { codes: ["complaint.runs-on"], weight: 26, words: "it does not stop" },
  { codes: ["mechanical.gland-dry"], weight: 24, words: "its gland is dry" },
  { codes: ["complaint.leaks", "discharge.leak-seen"], weight: 22, words: "it leaks" },
  { codes: ["complaint.loses-prime"], weight: 20, words: "it loses its prime" },
];

const OVERDUE: Reason = { weight: 30, words: "overdue" };
const TODAY = 12;
/** Both are told beside it already. */
const AGAIN: Reason = { weight: 15, words: "" };
const BEGUN: Reason = { weight: 6, words: "" };

/** Levels of the drift that set a call before others. */
const DRIFTED: Readonly<Partial<Record<string, Reason>>> = {
  plan: { weight: 9, words: "its head is to be planned for" },
  act: { weight: 20, words: "its head is to be acted on" },
};

function ofDrift(percent: number | undefined): readonly Reason[] {
  const lost = -(percent ?? 0);
  const reason = DRIFTED[DRIFT_LEVELS.findLast((l) => lost >= l.change)?.id ?? ""];
  return reason ? [reason] : [];
}

/** How much one thing that waits matters today. What is due on another day is judged for that day. */
export function matter({ due, codes, again, drift, begun }: Waiting): Matter {
  const reasons: readonly Reason[] = [
    ...TOLD.filter((t) => t.codes.some((c) => codes.includes(c))),
    ...(due === "before" ? [OVERDUE] : []),
    ...(again ? [AGAIN] : []),
    ...ofDrift(drift),
    ...(begun ? [BEGUN] : []),
  ];
  const sum = reasons.reduce((total, r) => total + r.weight, due === "later" ? 0 : TODAY);
  return {
    weight: sum,
    why: [...reasons]
      .sort((a, b) => b.weight - a.weight)
      .flatMap((r) => (r.words === "" ? [] : [r.words])),
  };
}

/** What waits, what matters most today first; what is due on another day comes after all of today. */
export function inOrder<T>(list: readonly T[], waiting: (of: T) => Waiting): readonly T[] {
  const judged = list.map((of) => {
    const w = waiting(of);
    return { of, later: w.due === "later" ? 1 : 0, at: w.dueAt, weight: matter(w).weight };
  });
  return judged
    .sort(
      (a, b) =>
        // On another day the day itself decides.
        a.later - b.later || (a.later === 1 ? 0 : b.weight - a.weight) || a.at - b.at,
    )
    .map((j) => j.of);
}
