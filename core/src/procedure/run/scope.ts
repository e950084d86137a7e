/** What a condition of a step sees: the values and answers of its run so far, the pump, and what is worked out. */
import type { Bound, Condition, Field, Step } from "../../guide/index.ts";
import { placeKey, readingKey, type RunPlace } from "../../visit/index.ts";
import { computedOf, type Worked } from "./computed.ts";
import { factOf, type Running } from "./place.ts";

/** A value and when it was read [ms]. */
interface Seen {
  readonly si: number;
  readonly at: number;
}

/** A run as it is seen from one of its places: what stands there, else the nearest before it. */
export interface Scope {
  readonly running: Running;
  readonly step: Step;
  readonly round: number;
  readonly value: (slot: string) => Seen | undefined;
  readonly answer: (ask: string) => string | undefined;
  readonly worked: (name: string) => Worked | undefined;
  /** Places up to this one, in order. */
  readonly places: readonly RunPlace[];
  /** A value or an answer at exactly one place. */
  readonly valueAt: (place: RunPlace, slot: string) => Seen | undefined;
  readonly answerAt: (place: RunPlace, ask: string) => string | undefined;
}

const LAST_ROUND = 199;

/**
 * @param before - what was noted in this very round does not count: what an answer is offered by
 */
export function scopeAt(running: Running, at: RunPlace, before = false): Scope {
  const { form } = running.run;
  const index = form.steps.findIndex((s) => s.id === at.step);
  const step = form.steps[index];
  if (!step) throw new Error(`no step ${at.step} in ${form.id}`);
  const places = form.steps.slice(0, index + 1).flatMap((s, i): RunPlace[] => {
    const rounds = i < index ? roundsOf(running, s) : at.round + (before ? 0 : 1);
    return Array.from({ length: rounds }, (_, round) => ({ step: s.id, round }));
  });
  const fieldOf = (place: RunPlace, slot: string) =>
    form.steps.find((s) => s.id === place.step)?.fields?.find((f) => f.slot === slot);
  const valueAt = (place: RunPlace, slot: string): Seen | undefined => {
    const field = fieldOf(place, slot);
    return field && seenOf(running, place, field);
  };
  const answerAt = (place: RunPlace, ask: string): string | undefined => {
    const what = running.run.said.get(placeKey(place, `?${ask}`))?.what;
    return what?.is === "answer" ? (what.value ?? undefined) : undefined;
  };
  const newest = <T>(find: (place: RunPlace) => T | undefined): T | undefined => {
    for (const place of places.toReversed()) {
      const found = find(place);
      if (found !== undefined) return found;
    }
    return undefined;
  };
  const scope: Scope = {
    running,
    step,
    round: at.round,
    places,
    valueAt,
    answerAt,
    value: (slot) => newest((place) => valueAt(place, slot)),
    answer: (ask) => newest((place) => answerAt(place, ask)),
    worked: (name) => computedOf(name, scope),
  };
  return scope;
}

/** Rounds of a step that anything was noted in. */
export function roundsOf({ run }: Running, step: Step): number {
  if (!step.until) return 1;
  let rounds = 1;
  for (const key of [...run.values.keys(), ...run.said.keys()]) {
    const [id, round] = key.split("/");
    if (id === step.id) rounds = Math.max(rounds, Math.min(Number(round), LAST_ROUND) + 1);
  }
  return rounds;
}

/** A strip's value: of the run itself, or of the sheet where it is a reading there. */
function seenOf({ run, state }: Running, place: RunPlace, field: Field): Seen | undefined {
  const entry = field.reads
    ? state.readings.get(readingKey(field.reads.at, field.reads.slot))
    : run.values.get(placeKey(place, field.slot));
  return entry && entry.si !== null ? { si: entry.si, at: Date.parse(entry.at) } : undefined;
}

/** A bound as a number [SI]; undefined while what it hangs on is not known. */
export function boundOf(bound: Bound, scope: Scope): number | undefined {
  if (typeof bound === "number") return bound;
  if ("slot" in bound) return scope.value(bound.slot)?.si;
  const worked = scope.worked(bound.computed)?.value;
  return worked === undefined ? undefined : worked + (bound.plus ?? 0);
}

/** Whether it is so; undefined while that is not known. */
export function holds(condition: Condition, scope: Scope): boolean | undefined {
  if ("read" in condition) return scope.value(condition.read) !== undefined;
  if ("asked" in condition) return among(scope.answer(condition.asked), condition.is);
  if ("computed" in condition) return among(scope.worked(condition.computed)?.is, condition.is);
  if ("fact" in condition) return among(factOf(condition.fact, scope.running), condition.is);
  if ("not" in condition) {
    const inner = holds(condition.not, scope);
    return inner === undefined ? undefined : !inner;
  }
  if ("all" in condition) return joined(condition.all, scope, false);
  if ("any" in condition) return joined(condition.any, scope, true);
  const value = scope.value(condition.slot)?.si;
  const [low, high] = [condition.atLeast, condition.atMost].map((b) =>
    b === undefined ? undefined : boundOf(b, scope),
  );
  if (value === undefined) return undefined;
  if (condition.atLeast !== undefined && low === undefined) return undefined;
  if (condition.atMost !== undefined && high === undefined) return undefined;
  return value >= (low ?? Number.NEGATIVE_INFINITY) && value <= (high ?? Number.POSITIVE_INFINITY);
}

const among = (value: string | undefined, list: readonly string[]): boolean | undefined =>
  value === undefined ? undefined : list.includes(value);

/** All or any of them: one that decides, decides, whatever the others are. */
function joined(list: readonly Condition[], scope: Scope, decides: boolean): boolean | undefined {
  const found = list.map((c) => holds(c, scope));
  if (found.includes(decides)) return decides;
  return found.includes(undefined) ? undefined : !decides;
}

/** A text with what is worked out put in for its name in braces; a name that says nothing leaves nothing. */
export const filled = (text: string, scope: Scope): string =>
  text
    .replace(/\{([a-z0-9-]+)\}/g, (_, name: string) => scope.worked(name)?.say ?? "")
    .replace(/\s+/g, " ")
    .trim();
