/** What a field of the place form is: asked of which pumps, and kept where in the case format. */
import type { Family } from "@yard-tack/core/case";
import type { Dimension } from "@yard-tack/core/quantity";
import type { TableColumn } from "./table-rows";

export interface PlaceField {
  /** Dotted path in a case file. */
  readonly path: string;
  readonly label: string;
  /** A quantity's dimension, a plain number, a choice, yes and no, or the rows of a small table. */
  readonly kind: Dimension | "number" | "percent" | "choice" | "flag" | "rows";
  /** Of a table. */
  readonly columns?: readonly TableColumn[];
  readonly like?: string;
  readonly choices?: readonly (readonly [value: string, words: string])[];
  /** Shown only while this holds; what is not shown is not kept. */
  readonly when?: (values: Readonly<Record<string, string>>) => boolean;
  /** Families that have it; all where left out. What another has there stays as it is. */
  readonly families?: readonly Family[];
}

export interface PlaceGroup {
  readonly title: string;
  readonly about: string;
  readonly fields: readonly PlaceField[];
}

/** Whether a pump of this family has a field. */
export const hasField = (field: PlaceField, family: string): boolean =>
  field.families?.some((f) => f === family) ?? true;
