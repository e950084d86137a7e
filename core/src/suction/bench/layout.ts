/** A layout of the bench: what it is made of, where it is drawn, in which order it is primed, what a wrong order breaks. */
import type { BenchForm, Controls } from "./model.ts";

/** A pump's own heights and volumes; what is not known is as usual. */
export interface BenchSizes {
  /** Level of the water over the shaft [m]; below it with a minus. */
  readonly level: number;
  /** Of the suction pipe [m³], and of the casing. */
  readonly suction: number;
  readonly casing: number;
}

export interface ControlForm {
  readonly id: string;
  readonly name: string;
  /** valve: open or shut. run: runs or stands. hand: worked by hand, or not. */
  readonly kind: "valve" | "run" | "hand";
  /** Link it stands in, where it is drawn. */
  readonly link: string;
}

/** Where something is drawn [px of a sheet of 720 × 480]. */
export interface Place {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A state as it is looked at. */
export interface Seen {
  readonly time: number;
  /** Share of a cell that is water. */
  readonly fill: (cell: string) => number;
  /** Water through a link [L/s], from its first cell to its second. */
  readonly water: (link: string) => number;
  /** Air through it the same way [L/s]. */
  readonly air: (link: string) => number;
  /** Pressure of a cell's air over the atmosphere [Pa]. */
  readonly pressure: (cell: string) => number;
  readonly on: (control: string) => boolean;
}

export type Test = (seen: Seen) => boolean;

export interface OrderStep {
  readonly id: string;
  readonly say: string;
  readonly why: string;
  /** What a hand does: these controls to these positions. Empty: it is waited for. */
  readonly set: Controls;
  /** It is done when this holds; by its controls alone where left out. */
  readonly until?: Test;
  /** What it reached is gone again: the order begins anew. */
  readonly lost?: Test;
}

export interface Spoiled {
  readonly id: string;
  readonly when: Test;
  /** What it breaks, and how to get back. */
  readonly breaks: string;
  readonly back: string;
}

export interface BenchLayout {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  readonly form: (sizes: BenchSizes) => BenchForm;
  readonly usual: BenchSizes;
  readonly controls: readonly ControlForm[];
  /** As it stands before anybody comes. */
  readonly atFirst: Controls;
  readonly places: Readonly<Record<string, Place>>;
  /** Corners of each link as it is drawn. */
  readonly lines: Readonly<Record<string, readonly (readonly [x: number, y: number])[]>>;
  readonly order: readonly OrderStep[];
  readonly spoiled: readonly Spoiled[];
  /** Links through which water may leave for good: a hose, a pipe, a way back to the tank. */
  readonly waysOut: readonly string[];
  /** Link that a primer draws at, where there is one. */
  readonly primer?: string;
}
