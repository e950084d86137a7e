"use client";

import {
  type Dimension,
  formatNumber,
  prettyUnit,
  type Quantity,
  toUnit,
  type Unit,
  type WrittenReading,
} from "@yard-tack/core/quantity";
import { Button } from "@mantine/core";
import classes from "./strip.module.css";

/** Speeds are kept in r/min on the glass, everything else in SI. */
export const valueOn = (q: Quantity): number => (q.dimension === "speed" ? q.written : q.si);

/** A band in words and in the unit of the strip: "expected 1.6 to 1.9". */
export function expectedWords(
  band: { readonly low: number; readonly high: number } | undefined,
  dimension: Dimension,
  unit: string,
): string {
  if (!band) return "nothing is expected here";
  const show = (v: number) => formatNumber(dimension === "speed" ? v : toUnit(v, unit as Unit));
  return `expected ${show(band.low)} to ${show(band.high)}`;
}

/** What repeats and a swing come to, in the unit that was typed. */
export function Spread({ reading, unit }: { reading: WrittenReading; unit: string }) {
  const show = (si: number) => formatNumber(toUnit(si, unit as Unit), 3);
  const width = reading.high - reading.low;
  if (reading.values.length === 1) return null;
  return (
    <p data-testid="spread">
      {reading.swings ? "Swings: " : ""}
      {reading.repeats > 1 ? `${reading.repeats} times, ` : ""}
      mean {show(reading.mean)} {prettyUnit(unit)}, {show(reading.low)} to {show(reading.high)}
      {width > 0 ? "; the band widens by that" : ""}.
    </p>
  );
}

/** "1,200" may be one and a fifth or twelve hundred. */
export function CommaQuestion({
  text,
  unit,
  onAnswer,
}: {
  text: string;
  unit: string;
  onAnswer: (text: string) => void;
}) {
  const decimal = text.replace(",", ".").replace(/0+$/, "").replace(/\.$/, "");
  const thousands = text.replace(",", "");
  return (
    <div className={classes.doubt} role="alert">
      <p>Is the comma a decimal mark or a thousands mark?</p>
      <Button variant="default" onClick={() => onAnswer(decimal)}>{`${decimal} ${unit}`}</Button>
      <Button
        variant="default"
        onClick={() => onAnswer(thousands)}
      >{`${thousands} ${unit}`}</Button>
    </div>
  );
}

const GLASS = 420;

/** The line with the expected band and the tick. */
export function Glass({
  quantity,
  expected,
  off,
  words,
}: {
  quantity: Quantity | undefined;
  expected: { readonly low: number; readonly high: number } | undefined;
  off: boolean;
  /** The band, for those who do not see it. */
  words: string;
}) {
  const value = quantity ? valueOn(quantity) : undefined;
  if (!expected && value === undefined) return <div className={classes.noGlass} />;
  const width = expected ? expected.high - expected.low : Math.abs(value ?? 1) || 1;
  const centre = expected ? (expected.low + expected.high) / 2 : (value ?? 0);
  const reach = Math.max(2.6 * width, value === undefined ? 0 : 1.15 * Math.abs(value - centre));
  const x = (v: number) => ((v - centre + reach) / (2 * reach)) * GLASS;
  return (
    <svg
      viewBox={`0 0 ${GLASS} 22`}
      preserveAspectRatio="none"
      className={classes.glass}
      role="img"
      aria-label={words}
    >
      <line x1={0} x2={GLASS} y1={10} y2={10} className={classes.tube} />
      {Array.from({ length: 11 }, (_, i) => (
        <line
          key={i}
          x1={(i * GLASS) / 10}
          x2={(i * GLASS) / 10}
          y1={15}
          y2={18}
          className={classes.mark}
        />
      ))}
      {expected ? (
        <rect
          x={x(expected.low)}
          width={Math.max(2, x(expected.high) - x(expected.low))}
          y={4}
          height={12}
          rx={1}
          className={classes.band}
        />
      ) : null}
      {value === undefined ? null : (
        <line
          x1={x(value)}
          x2={x(value)}
          y1={0}
          y2={21}
          className={off ? classes.tickOff : classes.tick}
        />
      )}
    </svg>
  );
}
