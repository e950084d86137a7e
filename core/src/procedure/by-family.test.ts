/**
 * What belongs to which pump, as one table to be read: a row for each tool, caution, chip, advice and way to see the
 * rotation, a column for each pump. A change shows in the table; whoever makes it reads the row again.
 */
import { expect, it } from "vitest";
import { FAMILIES } from "../case/index.ts";
import { factsFor } from "../../testing/facts.ts";
import { OBSERVATIONS, TESTS } from "../diagnosis/index.ts";
import { type PumpFacts, stripsOf } from "../visit/index.ts";
import { cautionsAt, cautionsOfTest } from "./cautions-at.ts";
import { looksFor } from "./looks.ts";
import { phoneAdvice } from "./phone-advice.ts";
import { plateFields } from "./plates.ts";
import { noTwoDirections, rotationMethods } from "./rotation.ts";
import { takeAlong } from "./take-along.ts";

const THREE = { motor: { phases: 3 } };
const COMPLAINTS = OBSERVATIONS.map((o) => o.id as string);

/** Each family as it is met when only its family and its motor are known, then what changes the answer. */
const PUMPS: readonly (readonly [name: string, facts: PumpFacts])[] = [
  ...FAMILIES.map((family) => [family, factsFor({ family, ...THREE })] as const),
  ["1-phase", factsFor({ family: "end-suction", motor: { phases: 1 } })],
  ["engine set", factsFor({ family: "portable", drive: { kind: "engine" } })],
  ["unknown set", factsFor({ family: "portable" })],
  ["screwed", factsFor({ family: "end-suction", impeller: { mounting: "screwed" }, ...THREE })],
  ["keyed", factsFor({ family: "end-suction", impeller: { mounting: "keyed" }, ...THREE })],
  ["drive", factsFor({ family: "end-suction", drive: { kind: "vfd" }, ...THREE })],
  ["belt", factsFor({ family: "end-suction", drive: { kind: "belt" }, ...THREE })],
  ["packed", factsFor({ family: "end-suction", seal: { kind: "packed" }, ...THREE })],
  ["mechanical", factsFor({ family: "end-suction", seal: { kind: "mechanical" }, ...THREE })],
  ["no seal", factsFor({ family: "end-suction", seal: { kind: "none" }, ...THREE })],
  ["canned", factsFor({ family: "inline-circulator", seal: { kind: "none" }, ...THREE })],
  ["flooded", factsFor({ family: "end-suction", installation: "flooded", ...THREE })],
  ["on a lift", factsFor({ family: "end-suction", installation: "lift", ...THREE })],
  ["sunken", factsFor({ family: "sump", installation: "submerged", ...THREE })],
  ["dry pit", factsFor({ family: "sump", installation: "flooded", ...THREE })],
  [
    "line shaft",
    factsFor({ family: "borehole", installation: "submerged", variant: "line-shaft", ...THREE }),
  ],
  ["hot", factsFor({ family: "end-suction", ...THREE }, { site: { temperature: "60 degC" } })],
  ["maker's ban", factsFor({ family: "end-suction", forbids: ["two-direction"], ...THREE })],
];

/** What a pump has of a kind. */
const KINDS: readonly (readonly [kind: string, of: (p: PumpFacts) => readonly string[]])[] = [
  ["tool", (p) => takeAlong(p, [], []).readings],
  ["caution, make safe", (p) => cautionsAt("safe", p)],
  ["caution, rotation", (p) => cautionsAt("rotation", p)],
  ["caution, both ways", (p) => cautionsAt("two-direction", p)],
  ...TESTS.map((t) => [`caution of ${t.id}`, (p: PumpFacts) => cautionsOfTest(t.id, p)] as const),
  ["rotation", (p) => rotationMethods(p).map((m) => m.id)],
  ["no running both ways", (p) => [noTwoDirections(p)].filter((t) => t !== undefined)],
  ["strip", (p) => stripsOf([], p, "metric").map((t) => `${t.slot}, ${t.name}`)],
  ["plate of the motor", (p) => plateFields("motor", p).map((f) => f.key)],
  ["chip", (p) => looksFor(p, { set: new Set(), open: true }).flatMap((g) => g.rows.map(idOf))],
  ["chips, groups", (p) => looksFor(p, { set: new Set(), open: false }).map((g) => g.name)],
  ["advice", (p) => phoneAdvice(p, COMPLAINTS)],
  ["advice, no complaint", (p) => phoneAdvice(p, [])],
];

const idOf = ({ id }: { readonly id: string }) => id;

/** A line for each thing some pump has: on which of them, or that all have it. */
function linesOf([kind, of]: (typeof KINDS)[number]): string[] {
  const had = PUMPS.map(([name, facts]) => ({ name, things: of(facts) }));
  const all = [...new Set(had.flatMap((h) => h.things))];
  return all.map((thing) => {
    const [on, off] = [true, false].map((is) =>
      had.filter((h) => h.things.includes(thing) === is).map((h) => h.name),
    ) as [string[], string[]];
    const where =
      off.length === 0
        ? "all"
        : off.length < on.length
          ? `all but ${off.join(", ")}`
          : on.join(", ");
    return `${kind} | ${thing} | ${where}`;
  });
}

it("each pump has what belongs to it and nothing else", async () => {
  const table = KINDS.flatMap(linesOf).join("\n");
  await expect(`${table}\n`).toMatchFileSnapshot("./by-family.table.txt");
});
