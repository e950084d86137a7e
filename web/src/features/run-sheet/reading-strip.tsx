"use client";

import { LONGEST_TEXT } from "@yard-tack/core/case";
import {
  formatSi,
  prettyUnit,
  type Quantity,
  REPEAT,
  spokenUnit,
  SWING,
  type UnitSystem,
} from "@yard-tack/core/quantity";
import { doubtAbout, type Limits, type Strip } from "@yard-tack/core/visit";
import { doubtWords } from "@yard-tack/core/words";
import { Button, TextInput } from "@mantine/core";
import {
  type KeyboardEvent,
  type ReactNode,
  useCallback,
  useEffect,
  useId,
  useRef,
  useState,
} from "react";
import { afterTap } from "./after-tap";
import { Keypad } from "./keypad";
import { CommaQuestion, expectedWords, Glass, Spread, valueOn } from "./strip-parts";
import { useIdle } from "./use-idle";
import classes from "./strip.module.css";
import { draftOf, fromDraft, partsOf, readTyped, type Typed } from "./typed";

/** As much as an entry holds, with room for the unit. */
const LONGEST_TYPED = LONGEST_TEXT - 20;

export interface StripReading {
  readonly raw: string;
  readonly unit: string | null;
  readonly si: number | null;
  readonly fault: string | null;
  readonly reason: string | null;
}

/** What is kept of a strip, wherever it is kept. */
export interface StripEntry {
  readonly raw: string;
  readonly unit: string | null;
  readonly reason: string | null;
}

export interface ReadingStripProps {
  readonly slot: Strip;
  readonly limits: Limits;
  readonly system: UnitSystem;
  readonly entry: StripEntry | undefined;
  readonly draft: string | undefined;
  /** Expected band, SI (speeds in r/min). */
  readonly expected: { readonly low: number; readonly high: number } | undefined;
  /** What other readings say of this one while it is not read. */
  readonly hint?: string;
  readonly compact?: boolean;
  /** What belongs under the strip: its gauge, a watch, a counter. */
  readonly below?: ReactNode;
  readonly locked?: boolean;
  /** Nothing can be kept yet: the page has only just come. */
  readonly waits?: boolean;
  readonly onDraft: (text: string) => void;
  /** What is typed, when it is a reading already; null when it is not. */
  readonly onLive: (raw: string | null) => void;
  readonly onReading: (reading: StripReading) => void;
}

/** One reading like a sight glass: the expected band, the tick, the unit as typed, SI beside it. */
export function ReadingStrip(props: ReadingStripProps) {
  const {
    slot,
    limits,
    system,
    entry,
    draft,
    expected,
    hint,
    compact,
    below,
    locked,
    waits = false,
    onDraft,
    onLive,
    onReading,
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
  const { dimension } = slot;
  const follow = useCallback(() => {
    if (touched.current || incoming === committed.current) return;
    committed.current = incoming;
    const parts = partsOf(incoming, dimension, usual);
    setText(parts.text);
    setUnit(parts.unit);
    setVac(parts.vac);
  }, [incoming, dimension, usual]);
  useEffect(follow, [follow]);

  const typed = readTyped(text, unit, vac, slot.dimension);
  const inDoubt = typed.quantity?.commaInDoubt ?? false;
  const doubt = typed.reading && !inDoubt ? doubtOf(typed, limits) : undefined;
  const kept = entry && entry.raw === typed.raw ? entry : undefined;

  /** Keeps what is typed; only who has finished typing gets the strip tidied: an end may still be on its way. */
  const commit = (finished = true) => {
    touched.current = false;
    setSettled(true);
    onLive(null);
    if (text.trim() === "") {
      if (committed.current !== "") {
        committed.current = "";
        onReading({ raw: "", unit: null, si: null, fault: null, reason: null });
      } else follow();
      onDraft("");
      return;
    }
    if (inDoubt) return;
    if (typed.raw === committed.current) {
      onDraft("");
      // Nothing new was typed here; what came from elsewhere meanwhile had to wait.
      follow();
      return;
    }
    committed.current = typed.raw;
    const parts = partsOf(typed.raw, slot.dimension, usual);
    if (
      finished &&
      readTyped(parts.text, parts.unit, parts.vac, slot.dimension).raw === typed.raw
    ) {
      // "14 psi" typed as a whole: the number stays in the strip, the unit goes beside it.
      setText(parts.text);
      setUnit(parts.unit);
      setVac(parts.vac);
    }
    // The draft goes last: a tab closed in between leaves the figure twice, and never not at all.
    onReading(readingOf(typed, doubt));
    onDraft("");
  };
  useIdle(touched, `${text}/${unit}/${vac}`, () => commit(false));
  const next = () => {
    commit();
    focusNext(input.current);
    // The keys go with the focus at once: two sets of them are never there together.
    if (document.activeElement !== input.current) setFocused(false);
  };

  const change = (to: string, nextUnit = unit, nextVac = vac) => {
    touched.current = true;
    setSettled(false);
    setText(to);
    setUnit(nextUnit);
    setVac(nextVac);
    onDraft(draftOf({ text: to, unit: nextUnit, vac: nextVac }));
    const now = readTyped(to, nextUnit, nextVac, slot.dimension);
    const q = now.quantity;
    const counts = q && !q.commaInDoubt && doubtOf(now, limits) === undefined;
    onLive(counts ? now.raw : null);
  };
  const press = (key: string) => {
    if (key === "back") change(text.replace(/(?: to |; |[\s\S])$/, ""));
    else if (key === "minus") change(turnSign(text));
    else if (key === "swing") change(/\d$/.test(text) ? text + SWING : text);
    else if (key === "again") change(/\d$/.test(text) ? text + REPEAT : text);
    else change(text + key);
  };
  const keys = (event: KeyboardEvent) => {
    if (event.key === "Enter") {
      event.preventDefault();
      next();
    } else if (event.key === "Escape") input.current?.blur();
  };
  const keepAnyway = () => {
    if (!typed.quantity || reason.trim() === "") return;
    onReading({ ...readingOf(typed, undefined), reason: reason.trim() });
  };

  const alarm = doubt !== undefined && !kept?.reason;
  const off =
    expected && typed.quantity && kept ? outside(valueOn(typed.quantity), expected) : undefined;
  const band = expectedWords(expected, slot.dimension, typed.quantity?.unit ?? unit);
  const showError = settled && text.trim() !== "" && typed.error !== undefined;
  return (
    <div
      className={classes.strip}
      data-alarm={alarm || showError || undefined}
      data-compact={compact || undefined}
      data-open={focused || undefined}
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
            readOnly={waits}
            data-figure-input
            inputMode="none"
            maxLength={LONGEST_TYPED}
            autoComplete="off"
            enterKeyHint="next"
            placeholder="not read"
            aria-describedby={`${id}-about ${id}-say`}
            aria-invalid={showError || alarm || undefined}
            style={{ width: `${Math.max(compact ? 4 : 5, text.length + 0.6)}ch` }}
            data-long={text.length > 12 || undefined}
            onChange={(e) => change(e.target.value)}
            onFocus={() => setFocused(true)}
            onBlur={() => {
              afterTap(() => {
                if (document.activeElement !== input.current) setFocused(false);
              });
              if (touched.current) commit();
            }}
            onKeyDown={keys}
          />
          <span id={`${id}-about`} className="sr-only">
            {spokenUnit(typed.quantity?.unit ?? unit)}, {band}
          </span>
          {typed.error?.reason === "wrong-dimension" ? null : (
            <span className={classes.unit} aria-hidden>
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
        <Glass quantity={typed.quantity} expected={expected} off={off !== undefined} words={band} />
      )}
      <div className={classes.under}>
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
                maxLength={LONGEST_TEXT}
                onChange={(e) => setReason(e.target.value)}
              />
              <Button variant="default" onClick={keepAnyway} disabled={reason.trim() === ""}>
                Keep it
              </Button>
            </div>
          ) : null}
          {typed.reading && !inDoubt ? (
            <Spread reading={typed.reading} unit={typed.reading.values[0].unit} />
          ) : null}
          {off && !alarm && !compact ? <p className={classes.off}>{off}</p> : null}
          {kept?.reason ? <p>Kept: {kept.reason}</p> : null}
        </div>
        {below}
      </div>
      {focused && !locked ? (
        <Keypad
          units={slot.units}
          unit={unit}
          signed={slot.signed}
          vacuum={slot.dimension === "pressure" && slot.signed}
          vac={vac}
          many={!compact}
          onKey={press}
          onUnit={(u) => change(text, u)}
          onVac={() => change(text, unit, !vac)}
          onNext={next}
        />
      ) : null}
    </div>
  );
}

/** Goes to the next strip that can be typed into; from the last one the keys go away. */
function focusNext(here: HTMLInputElement | null): void {
  const part = here?.closest("#step") ?? document;
  const inputs = [
    ...part.querySelectorAll<HTMLInputElement>(
      "[data-slot] input[data-figure-input]:not(:disabled)",
    ),
  ].filter((i) => i.checkVisibility() && i.closest("details") === here?.closest("details"));
  const next = here ? inputs[inputs.indexOf(here) + 1] : undefined;
  if (next) {
    next.focus();
    next.scrollIntoView({ block: "nearest" });
  } else here?.blur();
}

/** The first doubt any of the values raises. */
const doubtOf = (typed: Typed, limits: Limits): string | undefined => {
  const doubt = typed.reading?.values
    .map((v) => doubtAbout(v, limits))
    .find((d) => d !== undefined);
  return doubt && doubtWords(doubt);
};

/** Turns the sign of the figure being typed: the last one. */
function turnSign(text: string): string {
  const at = Math.max(
    text.lastIndexOf(SWING) + SWING.length,
    text.lastIndexOf(REPEAT) + REPEAT.length,
  );
  const start = text.includes(SWING) || text.includes(REPEAT) ? at : 0;
  const [head, last] = [text.slice(0, start), text.slice(start)];
  return head + (/^[-\u2212]/.test(last) ? last.slice(1) : `-${last}`);
}

function startOf(
  entry: StripEntry | undefined,
  draft: string | undefined,
  slot: Strip,
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

function siText(q: Quantity, system: UnitSystem, note: string | undefined): string {
  const shown = formatSi(q.si, q.dimension, system);
  const same = shown.endsWith(` ${prettyUnit(q.unit)}`);
  const parts = [same ? undefined : shown, note].filter((p) => p !== undefined);
  return parts.join(", ");
}

function outside(value: number, band: { low: number; high: number }): string | undefined {
  if (value < band.low) return "Lower than expected.";
  if (value > band.high) return "Higher than expected.";
  return undefined;
}
