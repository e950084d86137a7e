/** What the layouts share: pipes, tests of a state, usual strengths. */
import type { Test } from "../layout.ts";
import type { CellForm, LinkForm } from "../model.ts";

/** A wheel of about 25 m [Pa]. */
export const WHEEL = 245_000;
/** From this share on a cell counts as full. */
const FULL = 0.98;

export const full =
  (cell: string): Test =>
  ({ fill }) =>
    fill(cell) >= FULL;

/** The casing has lost its water again. */
export const emptied: Test = ({ fill }) => fill("casing") < 0.6;

export const all =
  (...tests: readonly Test[]): Test =>
  (seen) =>
    tests.every((t) => t(seen));

export const on =
  (...ids: readonly string[]): Test =>
  (seen) =>
    ids.every(seen.on);

export const off =
  (...ids: readonly string[]): Test =>
  (seen) =>
    ids.every((id) => !seen.on(id));

export const not =
  (test: Test): Test =>
  (seen) =>
    !test(seen);

/** @param litres - its volume */
export const cell = (
  id: string,
  name: string,
  low: number,
  high: number,
  litres: number,
  more: Partial<CellForm> = {},
): CellForm => ({ id, name, low, high, volume: litres / 1000, fill: 0, ...more });

export const link = (
  id: string,
  name: string,
  [from, to]: readonly [string, string],
  at: number,
  passes: number,
  more: Partial<LinkForm> = {},
): LinkForm => ({ id, name, from, to, at, passes, ...more });
