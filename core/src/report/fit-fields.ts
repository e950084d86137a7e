/** What has to be known to order and fit the next pump without a second visit, beyond what plates and curve say. */
import type { Family } from "../case/index.ts";

export type NextGroupId = "does" | "fits" | "fed" | "lasts" | "warranty";

export const NEXT_GROUPS: readonly { readonly id: NextGroupId; readonly title: string }[] = [
  { id: "does", title: "What it has to do" },
  { id: "fits", title: "What it has to fit" },
  { id: "fed", title: "What it is fed by" },
  { id: "lasts", title: "What it has to stand" },
  { id: "warranty", title: "Order and warranty" },
];

/** A fact that somebody notes of a pump for the next one. */
export interface FitField {
  readonly key: string;
  readonly name: string;
  readonly group: NextGroupId;
  readonly holds: "words" | "day";
  /** How it is found, for whoever stands there. */
  readonly how: string;
  /** Families it is asked of; all where left out. */
  readonly families?: readonly Family[];
  /** Good to have; without it the card can still be ordered from. */
  readonly spare?: true;
}

const DRY_FLANGED: readonly Family[] = [
  "end-suction",
  "split-case",
  "multistage",
  "inline-circulator",
  "self-priming",
  "dry-priming",
  "fire",
  "positive-displacement",
];

export const FIT_FIELDS: readonly FitField[] = [
  {
    key: "solids",
    name: "Solids it lets pass",
    group: "does",
    holds: "words",
    how: "The largest ball that goes through wheel and body, from its sheet or by calliper at the wheel.",
    families: ["sump", "tub", "self-priming", "dry-priming", "portable"],
  },
  {
    key: "support",
    name: "What carries it",
    group: "fits",
    holds: "words",
    how: "Feet, a rail, a hanger, or the pipe itself: say which, and what stays when the old one is out.",
  },
  {
    key: "footprint",
    name: "Feet and their holes",
    group: "fits",
    holds: "words",
    how: "Measure hole to hole along and across, the hole, and the height of the shaft over the base.",
    families: [
      "end-suction",
      "split-case",
      "multistage",
      "fire",
      "positive-displacement",
      "self-priming",
      "jet-shallow",
      "jet-deep",
    ],
  },
  {
    key: "bolts",
    name: "Flange bolts and spanners",
    group: "fits",
    holds: "words",
    how: "Count the bolts, read their size, and note the spanner: M16, 24 mm.",
    families: DRY_FLANGED,
  },
  {
    key: "ears",
    name: "Flange ears",
    group: "fits",
    holds: "words",
    how: "Slotted or plain: slotted ears go on without taking the bolts out.",
    families: ["inline-circulator"],
  },
  {
    key: "joints",
    name: "Joints",
    group: "fits",
    holds: "words",
    how: "O-rings or flat gaskets, their size and what they are made of.",
  },
  {
    key: "room",
    name: "Room and lifting",
    group: "fits",
    holds: "words",
    how: "What is in the way, and what the old one can be lifted with.",
    spare: true,
  },
  {
    key: "starter",
    name: "What starts it",
    group: "fed",
    holds: "words",
    how: "Starter, drive, capacitor box or plug, with its own plate.",
  },
  {
    key: "cable",
    name: "Cable",
    group: "fed",
    holds: "words",
    how: "Length and cores from the box to the motor; under water also its joint.",
    families: ["borehole", "sump", "tub"],
  },
  {
    key: "bearing",
    name: "Upper bearing",
    group: "lasts",
    holds: "words",
    how: "Ball or bush: hard duty wants a ball bearing.",
    families: ["sump", "borehole", "portable"],
  },
  {
    key: "boughtOn",
    name: "Bought on",
    group: "warranty",
    holds: "day",
    how: "From the invoice; the date code on the plate says when it was made.",
  },
  {
    key: "warrantyUntil",
    name: "Warranty until",
    group: "warranty",
    holds: "day",
    how: "From the terms it was bought under.",
  },
  {
    key: "claim",
    name: "How a claim is made",
    group: "warranty",
    holds: "words",
    how: "To whom it goes, and what they ask to see.",
    spare: true,
  },
  {
    key: "label",
    name: "Spare label",
    group: "warranty",
    holds: "words",
    how: "Where the second label is kept, so that it can be read when the first cannot.",
    spare: true,
  },
];
