"use client";

import type { LineView } from "@yard-tack/core/board";
import { Button } from "@mantine/core";
import classes from "./line.module.css";

/** What to change, by what it gives back; then what costs no metres and breaks things; then both side by side. */
export function AuditPanel({
  view,
  chosen,
  onChoose,
  onLook,
}: {
  view: LineView;
  chosen: readonly string[];
  onChoose: (keys: readonly string[]) => void;
  onLook: (index: number) => void;
}) {
  const metres = view.findings.filter((f) => f.group === "metres");
  const harm = view.findings.filter((f) => f.group === "harm");
  const toggle = (key: string) =>
    onChoose(chosen.includes(key) ? chosen.filter((k) => k !== key) : [...chosen, key]);
  const card = (f: LineView["findings"][number]) => {
    const on = chosen.includes(f.key);
    const number = view.findings.indexOf(f) + 1;
    return (
      <li key={f.key} data-finding={f.flag} data-chosen={on || undefined}>
        <h3>
          {f.at.length > 0 ? (
            <button
              type="button"
              onClick={() => onLook(f.at[0] ?? 0)}
              aria-label={`${number} ${f.name}: show where it is`}
            >
              {number} {f.name}
            </button>
          ) : (
            f.name
          )}
          {f.gives ? <b>{f.gives}</b> : null}
        </h3>
        <p>
          {f.why} {f.today && f.gives && f.today !== f.gives ? `At today's flow ${f.today}. ` : ""}
          <strong>{f.change}</strong>
        </p>
        {f.edits.length > 0 ? (
          <Button
            variant={on ? "filled" : "default"}
            aria-pressed={on}
            aria-label={`Change this: ${f.name}`}
            onClick={() => toggle(f.key)}
          >
            {on ? "Changed below" : "Change this"}
          </Button>
        ) : null}
      </li>
    );
  };
  return (
    <section aria-label="Audit" className={classes.audit}>
      <h2>What to change, by what it gives back</h2>
      {metres.length === 0 ? (
        <p className={classes.soft}>
          {view.parts.length === 0
            ? "Nothing is drawn yet."
            : "Nothing on it costs metres that could be had back."}
        </p>
      ) : (
        <ol>{metres.map(card)}</ol>
      )}
      {harm.length > 0 ? (
        <>
          <h2>Harm that no metre shows</h2>
          <ol>{harm.map(card)}</ol>
        </>
      ) : null}
      {view.compared.length > 0 ? <Compared view={view} /> : null}
    </section>
  );
}

/** Now and then, side by side. */
export function Compared({ view }: { view: Pick<LineView, "compared"> }) {
  return (
    <table className={classes.compared}>
      <caption>With what is chosen</caption>
      <thead>
        <tr>
          <td />
          <th scope="col">now</th>
          <th scope="col">then</th>
        </tr>
      </thead>
      <tbody>
        {view.compared.map((r) => (
          <tr key={r.name} data-how={r.how}>
            <th scope="row">{r.name}</th>
            <td>{r.now}</td>
            <td>
              {r.then}
              {r.how === "same" ? null : <span className={classes.how}> {r.how}</span>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
