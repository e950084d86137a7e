"use client";

import type { CauseView } from "@yard-tack/core/board";
import { formatNumber } from "@yard-tack/core/quantity";
import classes from "./board.module.css";

const SHOWN = 5;
/** Bits that fill half the bar. */
const FULL_BITS = 8;

/** Probability in whole percent; never 0 and never 100, because neither is ever meant. */
function percentText(p: number): string {
  if (p >= 0.995) return "> 99 %";
  if (p < 0.005) return "< 1 %";
  return `${Math.round(100 * p)} %`;
}

/** Each cause with its weight of evidence to both sides of a centre line; opens to the readings. */
export function CausesPanel({ causes }: { causes: readonly CauseView[] }) {
  return (
    <section aria-label="Causes, for and against" className={classes.causes} data-testid="causes">
      {causes.slice(0, SHOWN).map((c) => (
        <details key={c.id} className={classes.cause} data-cause={c.id}>
          <summary>
            <span className={classes.causeName}>{c.name}</span>
            <span className={classes.causeShare}>{percentText(c.probability)}</span>
            <Balance cause={c} />
            <span className={classes.decisive}>{c.decisive}</span>
          </summary>
          <div className={classes.opened}>
            <p>{c.mechanism}</p>
            <EvidenceList title="speaks for it" list={c.for} />
            <EvidenceList title="speaks against it" list={c.against} />
            <p>
              <strong>First aid:</strong> {c.firstAid} <strong>Repair:</strong> {c.repair}{" "}
              <strong>Proof:</strong> {c.proof}
            </p>
          </div>
        </details>
      ))}
    </section>
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

function EvidenceList({ title, list }: { title: string; list: CauseView["for"] }) {
  if (list.length === 0) return null;
  return (
    <>
      <h4>{title}</h4>
      <ul>
        {list.map((e) => (
          <li key={e.what}>
            <span>{e.what}</span>
            <b>{`${e.bits > 0 ? "+" : ""}${formatNumber(e.bits, 2)} bit`}</b>
          </li>
        ))}
      </ul>
    </>
  );
}
