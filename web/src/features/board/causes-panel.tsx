"use client";

import type { CauseView, ReadingEvidenceView } from "@yard-tack/core/board";
import { formatNumber, type UnitSystem } from "@yard-tack/core/quantity";
import { useState } from "react";
import { together } from "@/shell/together";
import { CausePicture } from "./cause-picture";
import { percentText } from "./percent";
import classes from "./causes.module.css";

const SHOWN = 5;
/** Bits that fill half the bar. */
const FULL_BITS = 8;

/** Each cause with its weight of evidence to both sides of a centre line; opens to the readings. */
export function CausesPanel({
  causes,
  units,
}: {
  causes: readonly CauseView[];
  units: UnitSystem;
}) {
  const [all, setAll] = useState(false);
  const rest = causes.length - SHOWN;
  return (
    <section aria-label="Causes, for and against" className={classes.causes} data-testid="causes">
      {(all ? causes : causes.slice(0, SHOWN)).map((c) => (
        <Cause key={c.id} cause={c} units={units} />
      ))}
      {rest > 0 ? (
        <button type="button" className={classes.more} onClick={() => setAll(!all)}>
          {all ? "fewer causes" : `${rest} more causes`}
        </button>
      ) : null}
    </section>
  );
}

function Cause({ cause: c, units }: { cause: CauseView; units: UnitSystem }) {
  const [open, setOpen] = useState(false);
  return (
    <details
      className={classes.cause}
      data-cause={c.id}
      onToggle={(e) => setOpen(e.currentTarget.open)}
    >
      <summary>
        <span className={classes.causeName}>{c.name}</span>
        <span className={classes.causeShare}>{percentText(c.probability)}</span>
        <Balance cause={c} />
        <span className={classes.decisive}>{together(c.decisive)}</span>
      </summary>
      {open ? <Opened cause={c} units={units} /> : null}
    </details>
  );
}

function Opened({ cause: c, units }: { cause: CauseView; units: UnitSystem }) {
  return (
    <div className={classes.opened}>
      <p>{c.mechanism}</p>
      {c.picture ? <CausePicture picture={c.picture} name={c.name} units={units} /> : null}
      <Readings list={c.readings} />
      <Signs list={c.signs} />
      <dl className={classes.remedy}>
        <dt>First aid</dt>
        <dd>{c.firstAid}</dd>
        <dt>Repair</dt>
        <dd>
          {c.repair} <span className={classes.soft}>By: {c.skills}.</span>
        </dd>
        {c.parts.length > 0 ? (
          <>
            <dt>Parts</dt>
            <dd>{c.parts.join(", ")}</dd>
          </>
        ) : null}
        <dt>Proof</dt>
        <dd>{c.proof}</dd>
      </dl>
      {c.cautions.length > 0 ? (
        <ul className={classes.cautions} aria-label="Cautions of the repair">
          {c.cautions.map((x) => (
            <li key={x}>{x}</li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}

const signed = (bits: number): string => `${bits > 0 ? "+" : ""}${formatNumber(bits, 2)}`;
const side = (bits: number) => (bits > 0.1 ? "for" : bits < -0.1 ? "against" : undefined);

/** Reading by reading: what the cause would show, what was seen, and how much that weighs. */
function Readings({ list }: { list: readonly ReadingEvidenceView[] }) {
  if (list.length === 0) return null;
  return (
    <table className={classes.evidence}>
      <thead>
        <tr>
          <th scope="col">reading</th>
          <th scope="col">would be</th>
          <th scope="col">seen</th>
          <th scope="col">bits</th>
        </tr>
      </thead>
      <tbody>
        {list.map((r) => (
          <tr key={r.name} data-side={side(r.bits)}>
            <th scope="row">{r.name}</th>
            <td>{r.predicted}</td>
            <td>{r.seen}</td>
            <td>{signed(r.bits)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Signs({ list }: { list: CauseView["signs"] }) {
  if (list.length === 0) return null;
  return (
    <ul className={classes.signs} aria-label="Seen, heard and tested">
      {list.map((e) => (
        <li key={e.what} data-side={side(e.bits)}>
          <span>{together(e.what)}</span>
          <b>{signed(e.bits)} bit</b>
        </li>
      ))}
    </ul>
  );
}

function Balance({ cause }: { cause: CauseView }) {
  const size = (bits: number) => 48 * Math.min(1, bits / FULL_BITS);
  const left = size(cause.bitsAgainst);
  return (
    <svg
      viewBox="0 0 100 18"
      className={classes.balance}
      role="img"
      aria-label={`${formatNumber(cause.bitsFor, 2)} bits for, ${formatNumber(cause.bitsAgainst, 2)} against`}
    >
      <rect x={50 - left} y={4} width={left} height={10} className={classes.barAgainst} />
      <rect x={50} y={4} width={size(cause.bitsFor)} height={10} className={classes.barFor} />
      <line x1={50} x2={50} y1={0} y2={18} className={classes.barCentre} />
    </svg>
  );
}
