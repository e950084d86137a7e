/** Short words for the data of procedures. */
import type { Position, TestId } from "../../case/index.ts";
import type { Ask, Condition, Field, Procedure, Rule, Step } from "../form.ts";

type More = Omit<Step, "id" | "what" | "why">;

export const step = (id: string, what: string, why: string, more: More = {}): Step => ({
  id,
  what,
  why,
  ...more,
});

type Head = Omit<Procedure, "steps" | "id" | "name" | "why" | "minutes">;

export const procedure = (
  id: string,
  name: string,
  why: string,
  minutes: number,
  steps: readonly Step[],
  head: Partial<Head> = {},
): Procedure => ({ edition: 1, ...head, id, name, why, minutes, steps: [...steps] });

const METRIC = {
  pressure: ["bar", "kPa", "inHg"],
  length: ["mm", "cm", "m"],
  flow: ["m3/h", "L/s", "L/min"],
  temperature: ["degC"],
} as const;
const US = {
  pressure: ["psi", "inHg", "ftH2O"],
  length: ["in", "ft", "cm"],
  flow: ["gpm", "L/s", "m3/h"],
  temperature: ["degF"],
} as const;

type Sized = keyof typeof METRIC;
const sized =
  (dimension: Sized) =>
  (slot: string, name: string, more: Partial<Field> = {}): Field => ({
    ...{ slot, name, dimension, metric: [...METRIC[dimension]], us: [...US[dimension]] },
    ...(dimension === "pressure" ? { signed: true } : {}),
    ...more,
  });
export const pressure = sized("pressure");
export const length = sized("length");
export const flow = sized("flow");
export const temperature = sized("temperature");

const plain =
  (dimension: Field["dimension"], ...units: string[]) =>
  (slot: string, name: string, more: Partial<Field> = {}): Field => ({
    ...{ slot, name, dimension, metric: units, us: units },
    ...more,
  });
export const amps = plain("current", "A");
export const ohms = plain("resistance", "ohm", "mohm");
export const megohms = plain("resistance", "Mohm", "kohm");
export const speed = plain("speed", "rpm");
export const timed = (slot: string, name: string, more: Partial<Field> = {}): Field =>
  plain("time", "s", "min")(slot, name, { by: "watch", ...more });
export const drops = (slot: string, name: string, more: Partial<Field> = {}): Field =>
  plain("leakage", "drops/min")(slot, name, { by: "drops", ...more });
export const three = (
  stem: string,
  of: (slot: string, name: string, more?: Partial<Field>) => Field,
  names: readonly string[] = ["L1", "L2", "L3"],
): Field[] => names.map((name, i) => of(`${stem}.${i}`, name));

/** Fields that are readings of the sheet: of a test, or at a valve position, by a slot of the same name or another. */
export const inTest = (test: TestId, ...fields: Field[]): Field[] =>
  fields.map((f) => ({ ...f, reads: { at: `test:${test}`, slot: f.slot } }));
export const atPosition = (at: Position, ...fields: Field[]): Field[] =>
  fields.map((f) => ({ ...f, reads: { at, slot: f.slot.replace(/^[a-z]+\./, "") } }));

/** A question that is answered by yes or no. */
export const yesNo = (id: string, name: string, yes = "yes", no = "no"): Ask => ({
  id,
  name,
  options: [
    { id: "yes", name: yes },
    { id: "no", name: no },
  ],
});
export const isYes = (id: string): Condition => ({ asked: id, is: ["yes"] });
export const is = (asked: string, ...answers: string[]): Condition => ({ asked, is: answers });
export const fact = (name: string, ...values: string[]): Condition => ({ fact: name, is: values });
export const computed = (name: string, ...values: string[]): Condition => ({
  computed: name,
  is: values,
});
export const not = (condition: Condition): Condition => ({ not: condition });
export const rule = (needs: Condition, say: string): Rule => ({ needs, say });
/** A question that has to be answered by yes, and what is said until it is. */
export const mustBe = (
  id: string,
  name: string,
  say: string,
  yes?: string,
  no?: string,
): { asks: Ask[]; rules: Rule[] } => ({
  asks: [yesNo(id, name, yes, no)],
  rules: [rule(isYes(id), say)],
});
