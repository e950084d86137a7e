"use client";

import {
  formatNumber,
  formatSi,
  prettyUnit,
  type Quantity,
  type UnitSystem,
} from "@yard-tack/core/quantity";
import { Button, TextInput } from "@mantine/core";
import { type KeyboardEvent, useEffect, useId, useRef, useState } from "react";
import type { PumpDto } from "@/features/yard";
import type { ReadingEntry } from "./entries";
import { Keypad } from "./keypad";
import { doubtAbout } from "./plausible";
import type { Slot } from "./slots";
import classes from "./strip.module.css";
import { draftOf, fromDraft, partsOf, readTyped, type Typed } from "./typed";

export interface StripReading {
  readonly raw: string;
  readonly unit: string | null;
  readonly si: number | null;
  readonly fault: string | null;
  readonly reason: string | null;
}

export interface ReadingStripProps {
  readonly slot: Slot;
  readonly pump: PumpDto;
  readonly system: UnitSystem;
  readonly entry: ReadingEntry | undefined;
  readonly draft: string | undefined;
  /** Expected band, SI (speeds in r/min). */
  readonly expected: { readonly low: number; readonly high: number } | undefined;
  /** What other readings say of this one while it is not read. */
  readonly hint?: string;
  readonly compact?: boolean;
  readonly locked?: boolean;
  readonly onDraft: (text: string) => void;
  /** What is typed, when it is a reading already; null when it is not. */
  readonly onLive: (raw: string | null) => void;
  readonly onReading: (reading: StripReading) => void;
  readonly onNext: () => void;
}

/** Long enough to finish a figure, short enough to be kept while the hand moves on. */
const IDLE_MS = 650;

/** One reading like a sight glass: the expected band, the tick, the unit as typed, SI beside it. */
export function ReadingStrip(props: ReadingStripProps) {
  const {
    slot,
    pump,
    system,
    entry,
    draft,
    expected,
    hint,
    compact,
    locked,
    onDraft,
    onLive,
    onReading,
    onNext,
  } = props;
  const usual = slot.units[0] ?? "";
  const start = startOf(entry, draft, slot, usual);
  const [text, setText] = useState(start.text);
  const [unit, setUnit] = useState(start.unit);
  const [vac, setVac] = useState(start.vac);
  const [focused, setFocused] = useState(false);
  const [settled, setSettled] = useState(true);
  const [reason, setReason] = useState("");
  // A draft is text the last visit to this page had no time to keep as a reading.
  const touched = useRef(draft !== undefined);
  const committed = useRef(entry?.raw ?? "");
  const input = useRef<HTMLInputElement>(null);
  const id = useId();

  // Another tab or the server knows better, as long as nobody is typing here.
  const incoming = entry?.raw ?? "";
  useEffect(() => {
    if (touched.current || incoming === committed.current) return;
    committed.current = incoming;
    const parts = partsOf(incoming, slot.dimension, usual);
    setText(parts.text);
    setUnit(parts.unit);
    setVac(parts.vac);
  }, [incoming, slot.dimension, usual]);

  const typed = readTyped(text, unit, vac, slot.dimension);
  const inDoubt = typed.quantity?.commaInDoubt ?? false;
  const doubt =
    typed.quantity && !inDoubt ? doubtAbout(typed.quantity, slot.slot, pump) : undefined;
  const kept = entry && entry.raw === typed.raw ? entry : undefined;

  const commit = () => {
    touched.current = false;
    setSettled(true);
    onLive(null);
    if (text.trim() === "") {
      onDraft("");
      if (committed.current !== "") {
        committed.current = "";
        onReading({ raw: "", unit: null, si: null, fault: null, reason: null });
      }
      return;
    }
    if (inDoubt || typed.raw === committed.current) return;
    committed.current = typed.raw;
    onDraft("");
    const parts = partsOf(typed.raw, slot.dimension, usual);
    if (readTyped(parts.text, parts.unit, parts.vac, slot.dimension).raw === typed.raw) {
      // "14 psi" typed as a whole: the number stays in the strip, the unit goes beside it.
      setText(parts.text);
      setUnit(parts.unit);
      setVac(parts.vac);
    }
    onReading(readingOf(typed, doubt));
  };
  const commitRef = useRef(commit);
  useEffect(() => {
    commitRef.current = commit;
  });
  useEffect(() => {
    if (!touched.current) return undefined;
    const timer = setTimeout(() => commitRef.current(), IDLE_MS);
    return () => clearTimeout(timer);
  }, [text, unit, vac]);

  const change = (next: string, nextUnit = unit, nextVac = vac) => {
    touched.current = true;
    setSettled(false);
    setText(next);
    setUnit(nextUnit);
    setVac(nextVac);
    onDraft(draftOf({ text: next, unit: nextUnit, vac: nextVac }));
    const now = readTyped(next, nextUnit, nextVac, slot.dimension);
    const q = now.quantity;
    const counts = q && !q.commaInDoubt && doubtAbout(q, slot.slot, pump) === undefined;
    onLive(counts ? now.raw : null);
  };
  const press = (key: string) => {
    if (key === "back") change(text.slice(0, -1));
    else if (key === "minus") change(/^[-\u2212]/.test(text) ? text.slice(1) : `-${text}`);
    else change(text + key);
  };
  const keys = (event: KeyboardEvent) => {
    if (event.key === "Enter") {
      event.preventDefault();
      commit();
      onNext();
    } else if (event.key === "Escape") input.current?.blur();
  };
  const keepAnyway = () => {
    if (!typed.quantity || reason.trim() === "") return;
    onReading({ ...readingOf(typed, undefined), reason: reason.trim() });
  };

  const alarm = doubt !== undefined && !kept?.reason;
  const off =
    expected && typed.quantity && kept ? outside(valueOn(typed.quantity), expected) : undefined;
  const showError = settled && text.trim() !== "" && typed.error !== undefined;
  return (
    <div
      className={classes.strip}
      data-alarm={alarm || showError || undefined}
      data-compact={compact || undefined}
      data-slot={slot.slot}
    >
      <div className={classes.row}>
        <label htmlFor={id} className={classes.name}>
          {slot.name}
        </label>
        <div className={classes.value}>
          <input
            id={id}
            ref={input}
            value={text}
            disabled={locked}
            inputMode="none"
            autoComplete="off"
            enterKeyHint="next"
            placeholder="not read"
            aria-describedby={`${id}-say`}
            aria-invalid={showError || alarm || undefined}
            style={{ width: `${Math.max(compact ? 4 : 5, text.length + 0.6)}ch` }}
            onChange={(e) => change(e.target.value)}
            onFocus={() => setFocused(true)}
            onBlur={() => {
              setFocused(false);
              if (touched.current) commit();
            }}
            onKeyDown={keys}
          />
          {typed.error?.reason === "wrong-dimension" ? null : (
            <span className={classes.unit}>
              {prettyUnit(typed.quantity?.unit ?? unit)}
              {typed.quantity && vac ? " vac" : ""}
            </span>
          )}
        </div>
        {compact ? null : (
          <span className={classes.si}>
            {typed.quantity ? siText(typed.quantity, system, slot.note) : hint || (slot.note ?? "")}
          </span>
        )}
      </div>
      {compact ? null : (
        <Glass quantity={typed.quantity} expected={expected} off={off !== undefined} />
      )}
      <div id={`${id}-say`} className={classes.say}>
        {showError ? <p role="alert">{typed.error?.message} What you typed is kept.</p> : null}
        {inDoubt && typed.quantity ? (
          <CommaQuestion
            text={text}
            unit={unit}
            onAnswer={(answer) => {
              change(answer);
            }}
          />
        ) : null}
        {alarm && typed.quantity ? (
          <div className={classes.doubt} role="alert">
            <p>{doubt} It is kept but not reckoned with until you say why it stands.</p>
            <TextInput
              aria-label="Reason to keep this reading"
              placeholder="reason to keep it"
              value={reason}
              onChange={(e) => setReason(e.target.value)}
            />
            <Button variant="default" onClick={keepAnyway} disabled={reason.trim() === ""}>
              Keep it
            </Button>
          </div>
        ) : null}
        {off && !alarm && !compact ? <p className={classes.off}>{off}</p> : null}
        {kept?.reason ? <p>Kept: {kept.reason}</p> : null}
      </div>
      {focused && !locked ? (
        <Keypad
          units={slot.units}
          unit={unit}
          signed={slot.signed}
          vacuum={slot.dimension === "pressure" && slot.signed}
          vac={vac}
          onKey={press}
          onUnit={(u) => change(text, u)}
          onVac={() => change(text, unit, !vac)}
          onNext={() => {
            commit();
            onNext();
          }}
        />
      ) : null}
    </div>
  );
}

function startOf(
  entry: ReadingEntry | undefined,
  draft: string | undefined,
  slot: Slot,
  usual: string,
) {
  if (draft !== undefined) return fromDraft(draft, entry?.unit ?? usual);
  return entry ? partsOf(entry.raw, slot.dimension, usual) : { text: "", unit: usual, vac: false };
}

function readingOf(typed: Typed, doubt: string | undefined): StripReading {
  const q = typed.quantity;
  return {
    raw: typed.raw,
    unit: q?.unit ?? null,
    si: q && doubt === undefined ? q.si : null,
    fault: q
      ? doubt === undefined
        ? null
        : "implausible"
      : (typed.error?.reason ?? "not-a-number"),
    reason: null,
  };
}

/** Speeds are kept in r/min on the glass, everything else in SI. */
const valueOn = (q: Quantity): number => (q.dimension === "speed" ? q.written : q.si);

function siText(q: Quantity, system: UnitSystem, note: string | undefined): string {
  const shown = formatSi(q.si, q.dimension, system);
  const same = shown.endsWith(` ${prettyUnit(q.unit)}`);
  const parts = [same ? undefined : shown, note].filter((p) => p !== undefined);
  return parts.join(", ");
}

function outside(value: number, band: { low: number; high: number }): string | undefined {
  if (value < band.low) return "Lower than this pump should show.";
  if (value > band.high) return "Higher than this pump should show.";
  return undefined;
}

/** "1,200" may be one and a fifth or twelve hundred. */
function CommaQuestion({
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
function Glass({
  quantity,
  expected,
  off,
}: {
  quantity: Quantity | undefined;
  expected: { readonly low: number; readonly high: number } | undefined;
  off: boolean;
}) {
  const value = quantity ? valueOn(quantity) : undefined;
  if (!expected && value === undefined) return <div className={classes.noGlass} />;
  const width = expected ? expected.high - expected.low : Math.abs(value ?? 1) || 1;
  const centre = expected ? (expected.low + expected.high) / 2 : (value ?? 0);
  const reach = Math.max(2.6 * width, value === undefined ? 0 : 1.15 * Math.abs(value - centre));
  const x = (v: number) => ((v - centre + reach) / (2 * reach)) * GLASS;
  const words = expected
    ? `expected between ${formatNumber(expected.low)} and ${formatNumber(expected.high)}`
    : "nothing is expected here";
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
