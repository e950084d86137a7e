/**
 * How far a procedure is: which step is at hand, what it still wants, and what keeps it shut. Worked out anew from what
 * was noted, so that it does not matter from which device or in which order that came: a step counts as done when it was
 * marked so, everything before it counts, and what it asks for is there.
 */
import type { CautionId } from "../../case/index.ts";
import type { Step } from "../../guide/index.ts";
import { placeKey, type RunPlace } from "../../visit/index.ts";
import { cautionsOfStep, startsIt, wantsDead } from "./hazards.ts";
import type { Running } from "./place.ts";
import { boundOf, filled, holds, roundsOf, type Scope, scopeAt } from "./scope.ts";

export interface Wait {
  /** [s] */
  readonly seconds: number;
  /** When it began [ms]; undefined while it was not begun. */
  readonly from: number | undefined;
  readonly over: boolean;
}

export interface StepNow extends RunPlace {
  readonly form: Step;
  /** Of a step that is done round after round. */
  readonly rounds: boolean;
  readonly state: "done" | "open" | "shut" | "ahead";
  /** What keeps hands off it. */
  readonly shutBy: readonly string[];
  /** Cautions that nobody has acknowledged yet, and all of them. */
  readonly waiting: readonly CautionId[];
  readonly cautions: readonly CautionId[];
  /** What is missing or wrong before it counts as done. */
  readonly missing: readonly string[];
  /** Of those, what was noted and speaks against it. */
  readonly wrong: readonly string[];
  /** It was marked done, and something that was noted since speaks against it. */
  readonly undone: boolean;
  readonly wait: Wait | undefined;
  /** What is worked out, in sentences. */
  readonly says: readonly {
    readonly name: string;
    readonly say: string;
    readonly alarm: boolean;
  }[];
  /** Why an answer cannot be chosen, by question and answer. */
  readonly closed: ReadonlyMap<string, string>;
  readonly scope: Scope;
}

export interface RunNow {
  readonly steps: readonly StepNow[];
  /** The step at hand; undefined when all are done. */
  readonly at: StepNow | undefined;
  readonly done: boolean;
}

/** @param running - the run, its pump and the hour */
export function runNow(running: Running): RunNow {
  const steps: StepNow[] = [];
  let open = true;
  for (const form of running.run.form.steps) {
    const rounds = roundsOf(running, form);
    for (let round = 0; round < rounds; round++) {
      const place = { step: form.id, round };
      const scope = scopeAt(running, place);
      // What is not known whether it belongs here does: nobody is led past a step by a gap in the register.
      if (form.when && holds(form.when, scope) === false) break;
      const step = stepNow(running, form, scope, open);
      steps.push(step);
      open &&= step.state === "done";
      if (open && form.until && round === rounds - 1 && holds(form.until, scope) !== true) {
        const next = scopeAt(running, { step: form.id, round: rounds });
        steps.push(stepNow(running, form, next, true));
        open = false;
      }
    }
  }
  const at = steps.find((s) => s.state !== "done");
  return { steps, at, done: at === undefined };
}

function stepNow(running: Running, form: Step, scope: Scope, open: boolean): StepNow {
  const { run, state, pump } = running;
  const place = { step: form.id, round: scope.round };
  const cautions = cautionsOfStep(form, pump);
  const waiting = cautions.filter((c) => !state.acknowledged.has(c));
  const wait = waitOf(running, form, scope);
  const wanted = wantedOf(form, scope);
  // A rule speaks of values: as long as they are missing that alone is said.
  const wrong = wanted.length > 0 ? [] : wrongOf(running, form, scope);
  const missing = [...wanted, ...wrong, ...(wait && !wait.over ? [waitWords(wait)] : [])];
  const marked = run.said.has(placeKey(place, "done"));
  const done = open && marked && missing.length === 0;
  const shutBy = done ? [] : shutByOf(running, form, waiting);
  return {
    ...place,
    form,
    rounds: form.until !== undefined,
    state: done
      ? "done"
      : !open
        ? "ahead"
        : shutBy.length > 0 || waiting.length > 0
          ? "shut"
          : "open",
    shutBy,
    waiting,
    cautions,
    missing,
    wrong,
    undone: marked && !done && open,
    wait,
    says: (form.shows ?? []).flatMap((name) => {
      const worked = scope.worked(name);
      return worked?.say ? [{ name, say: worked.say, alarm: worked.alarm ?? false }] : [];
    }),
    closed: closedOf(running, form, scope),
    scope,
  };
}

/** Locks and proofs that keep a step shut. */
function shutByOf(running: Running, form: Step, waiting: readonly CautionId[]): string[] {
  const { dead, locks, pump } = running;
  const [first, ...more] = locks;
  return [
    ...(waiting.length > 0 ? ["Its cautions are not acknowledged yet."] : []),
    ...(wantsDead(form, pump) && !dead
      ? ["It is not isolated and proven dead yet, nor did a licensed person say so."]
      : []),
    ...(startsIt(form) && first !== undefined
      ? [
          `${more.length === 0 ? `The lock of ${first} stands` : `The locks of ${[first, ...more].join(" and ")} stand`}: it does not start before each has taken off their own.`,
        ]
      : []),
  ];
}

/** What a step asks for and does not have, in words that name it. */
function wantedOf(form: Step, scope: Scope): string[] {
  const place = { step: form.id, round: scope.round };
  const fields = (form.fields ?? []).filter(
    (f) => !f.optional && scope.valueAt(place, f.slot) === undefined,
  );
  const asks = (form.asks ?? []).filter((a) => scope.answerAt(place, a.id) === undefined);
  return [
    ...fields.map((f) => `Not read yet: ${f.name}.`),
    ...asks.map((a) => `Not said yet: ${a.name}.`),
  ];
}

/** What was noted and must not be so. */
function wrongOf(running: Running, form: Step, scope: Scope): string[] {
  const place = { step: form.id, round: scope.round };
  const closed = closedOf(running, form, scope);
  const refused = (form.asks ?? []).flatMap((a) => {
    const why = closed.get(`${a.id}/${scope.answerAt(place, a.id) ?? ""}`);
    return why !== undefined && !wasOpen(running, form, scope) ? [why] : [];
  });
  const broken = (form.rules ?? []).filter((r) => holds(r.needs, scope) !== true);
  return [...refused, ...broken.map((r) => filled(r.say, scope))];
}

/** An answer is offered by what was noted before it; once a value came after it, it was taken. */
const wasOpen = (running: Running, form: Step, scope: Scope): boolean =>
  (form.fields ?? []).some(
    (f) => scope.valueAt({ step: form.id, round: scope.round }, f.slot) !== undefined,
  ) || running.run.said.has(placeKey({ step: form.id, round: scope.round }, "done"));

function closedOf(running: Running, form: Step, { round }: Scope): ReadonlyMap<string, string> {
  const closed = new Map<string, string>();
  const before = (form.asks ?? []).some((a) => a.options.some((o) => o.needs))
    ? scopeAt(running, { step: form.id, round }, true)
    : undefined;
  if (!before) return closed;
  for (const a of form.asks ?? [])
    for (const o of a.options)
      if (o.needs && holds(o.needs, before) !== true)
        closed.set(`${a.id}/${o.id}`, filled(o.say ?? "Not now.", before));
  return closed;
}

/** How long is waited here, and whether it is over: by the mark where there is one, else by now. */
function waitOf(running: Running, form: Step, scope: Scope): Wait | undefined {
  if (form.wait === undefined) return undefined;
  const seconds = boundOf(form.wait, scope);
  if (seconds === undefined) return undefined;
  const place = { step: form.id, round: scope.round };
  const { said } = running.run;
  const begun = said.get(placeKey(place, form.waitFrom ? `?${form.waitFrom}` : "begun"));
  const from = begun && Date.parse(begun.at);
  const marked = said.get(placeKey(place, "done"));
  // A device whose clock runs behind may mark a step before it was begun: then it is judged by now.
  const until = Math.max(running.now, marked ? Date.parse(marked.at) : 0);
  return { seconds, from, over: from !== undefined && until - from >= 1000 * seconds };
}

const waitWords = ({ seconds, from }: Wait): string =>
  from === undefined
    ? `Its wait of ${timeWords(seconds)} was not begun.`
    : `Its wait of ${timeWords(seconds)} is not over.`;

const timeWords = (seconds: number): string =>
  seconds < 120 ? `${Math.round(seconds)} s` : `${Math.round(seconds / 60)} minutes`;
