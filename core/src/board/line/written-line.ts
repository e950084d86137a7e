/** A line as it is written in a pump's file, and changes put into it in the reader's units. */
import type { WrittenPump } from "../../case/index.ts";
import type { UnitSystem } from "../../quantity/index.ts";
import { edited, type LineEdit, type LinePart } from "../../suction/index.ts";

export type WrittenPart = NonNullable<NonNullable<WrittenPump["suction"]>["elements"]>[number];

const INCH = 0.0254;
const FOOT = 0.3048;

/** Without zeros that say nothing. */
const plain = (value: number, decimals: number): string => String(Number(value.toFixed(decimals)));

/** A bore as it is bought: millimetres, or inches. */
export const boreText = (si: number, units: UnitSystem): string =>
  units === "us" ? `${plain(si / INCH, 2)} in` : `${plain(si * 1000, 1)} mm`;

export const metresText = (si: number, units: UnitSystem): string =>
  units === "us" ? `${plain(si / FOOT, 2)} ft` : `${plain(si, 3)} m`;

const areaText = (si: number, units: UnitSystem): string =>
  units === "us" ? `${plain(si / INCH ** 2, 1)} in2` : `${plain(si * 1e4, 1)} cm2`;

/** How each figure of a part is written. */
const TEXTS: Readonly<Partial<Record<keyof LinePart, (si: number, units: UnitSystem) => string>>> =
  {
    ...{ bore: boreText, radius: boreText, roughness: (si) => `${plain(si * 1000, 4)} mm` },
    ...{ length: metresText, height: metresText, submergence: metresText },
    ...{ bottomClearance: metresText, freeArea: areaText },
    angle: (si) => `${plain((si * 180) / Math.PI, 1)} deg`,
  };

/** A part's figures in the units of a reader. */
export function writtenPart(part: Partial<LinePart>, units: UnitSystem): WrittenPart {
  return Object.fromEntries(
    Object.entries(part).map(([key, value]) => {
      const text = TEXTS[key as keyof LinePart];
      return [key, text && typeof value === "number" ? text(value, units) : value];
    }),
  ) as WrittenPart;
}

/** The written line after changes: what they do not touch stays as it was typed. */
export const editedWritten = (
  parts: readonly WrittenPart[],
  edits: readonly LineEdit[],
  units: UnitSystem,
): WrittenPart[] => {
  const written = edits.map((edit) =>
    "set" in edit
      ? { ...edit, to: writtenPart(edit.to, units) }
      : "part" in edit
        ? { ...edit, part: writtenPart(edit.part, units) }
        : edit,
  );
  // The same changes of the same places, on texts in the place of figures.
  return edited(
    parts as unknown as readonly LinePart[],
    written as unknown as readonly LineEdit[],
  ) as unknown as WrittenPart[];
};

/** Changes of several findings, in an order in which none moves the place of another. */
export function together(edits: readonly (readonly LineEdit[])[]): LineEdit[] {
  const all = edits.flat();
  const sets = all.filter((e) => "set" in e);
  const place = (e: LineEdit) => ("remove" in e ? e.remove : "insertAt" in e ? e.insertAt : 0);
  const moves = all.filter((e) => !("set" in e)).toSorted((a, b) => place(b) - place(a));
  return [...sets, ...moves];
}
