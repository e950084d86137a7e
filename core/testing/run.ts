/** A procedure gone through by a made-up hand: entries as a device would make them. */
import { type Procedure, PROCEDURES } from "../src/guide/index.ts";
import type { RunContext, Running } from "../src/procedure/index.ts";
import { fromUnit } from "../src/quantity/index.ts";
import { foldEntries, type PumpFacts, type SheetEntry } from "../src/visit/index.ts";
import { uuid } from "./visit.ts";
import { factsFor } from "./facts.ts";

export const RUN = uuid(777);
const START = Date.parse("2026-11-25T08:00:00.000Z");

export function procedureOf(id: string): Procedure {
  const found = PROCEDURES.find((p) => p.id === id);
  if (!found) throw new Error(`no procedure ${id}`);
  return found;
}

type Bare<T> = T extends unknown
  ? Omit<T, "id" | "personId" | "at" | "version" | "supersedes" | "order">
  : never;

/** Goes through a procedure; minutes pass when they are told to. */
export class Hand {
  readonly entries: SheetEntry[] = [];
  private n = 1000;
  now = START;

  constructor(
    readonly form: Procedure,
    readonly pump: PumpFacts = factsFor({ family: "end-suction" }),
    readonly more: Partial<RunContext> = {},
  ) {
    this.add({ kind: "procedure", run: RUN, form, from: null });
  }

  add(bare: Bare<SheetEntry>): void {
    const id = uuid(this.n++);
    this.entries.push({
      ...{ id, personId: uuid(1), at: new Date(this.now).toISOString(), version: 2 },
      ...{ supersedes: null, order: this.n },
      ...bare,
    } as SheetEntry);
  }

  /** @param text - as typed, with its unit */
  read(step: string, slot: string, value: number, unit: string, round = 0): void {
    const field = this.form.steps.find((s) => s.id === step)?.fields?.find((f) => f.slot === slot);
    if (!field) throw new Error(`no field ${slot} in ${step}`);
    const typed = { raw: `${value} ${unit}`, unit, fault: null, reason: null };
    const si = fromUnit(value, unit as never);
    if (field.reads)
      this.add({ kind: "reading", snapshot: field.reads.at, slot: field.reads.slot, si, ...typed });
    else
      this.add({
        ...{ kind: "measure", run: RUN, step, round, slot, dimension: field.dimension, si },
        ...typed,
      });
  }

  answer(step: string, ask: string, value: string, round = 0): void {
    this.add({ kind: "step", run: RUN, step, round, what: { is: "answer", ask, value } });
  }

  mark(step: string, is: "done" | "begun", round = 0): void {
    this.add({ kind: "step", run: RUN, step, round, what: { is, value: "yes" } });
  }

  pass(minutes: number): void {
    this.now += 60_000 * minutes;
  }

  running(): Running {
    const state = foldEntries(this.entries);
    const run = state.runs.get(RUN);
    if (!run) throw new Error("no run");
    return {
      ...{ pump: this.pump, control: undefined, state, deadHeadSeconds: 60, now: this.now },
      ...{ dead: true, locks: [] },
      captures: {
        ...{ pump: this.pump, units: "metric", atmosphere: 101_325, expected: {}, plate: {} },
        zeroBand: { suction: 2000, discharge: 2000 },
      },
      ...this.more,
      run,
    };
  }
}
