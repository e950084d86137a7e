"use client";

import type { LeversView } from "@yard-tack/core/board";
import {
  formatNumber,
  formatRpm,
  formatSi,
  toUnit,
  type UnitSystem,
} from "@yard-tack/core/quantity";
import {
  DEFAULT_MARGIN,
  type LeverMoves,
  type MarginSetting,
  movedNpsh,
} from "@yard-tack/core/suction";
import { Button, NativeSelect } from "@mantine/core";
import { useId, useState } from "react";
import { together } from "@/shell/together";
import classes from "./levers.module.css";

const SCHOOLS: readonly (readonly [key: string, words: string, setting: MarginSetting])[] = [
  ["greater", "the greater of 1.3 times and 1 m more", DEFAULT_MARGIN],
  ["ratio", "1.3 times", { school: "ratio", ratio: 1.3 }],
  ["head", "1 m more", { school: "head", head: 1 }],
  ["equality", "just equal", { school: "equality" }],
];

/** Levers moved by hand: what is available, wanted, and what the duty becomes. */
export function LeversPanel({ view, units }: { view: LeversView; units: UnitSystem }) {
  const [moves, setMoves] = useState<LeverMoves>({});
  const [school, setSchool] = useState("greater");
  const { model } = view;
  const margin = SCHOOLS.find(([key]) => key === school)?.[2] ?? DEFAULT_MARGIN;
  const moved = movedNpsh(model, moves, margin);
  const metres = (v: number) => formatSi(v, "length", units);
  const spare = moved?.wanted === undefined ? undefined : moved.available - moved.wanted;
  return (
    <div className={classes.levers} data-testid="levers">
      <p className={classes.outcome} role="status">
        {moved ? (
          <>
            <b>{metres(moved.available)}</b> available,{" "}
            {moved.wanted === undefined
              ? "required unknown at this flow"
              : `${metres(moved.wanted)} wanted`}
            {spare === undefined ? null : (
              <>
                :{" "}
                <b data-short={spare < 0}>
                  {spare < 0 ? `short by ${metres(-spare)}` : `${metres(spare)} to spare`}
                </b>
              </>
            )}
            . Duty {formatSi(moved.flow, "flow", units)} at {metres(moved.head)}.
          </>
        ) : (
          "So far the levers cannot be moved: the pump does not reach its system, or the liquid is not known there."
        )}
      </p>
      {view.beforehand ? <p className={classes.beforehand}>{together(view.beforehand)}</p> : null}
      <div className={classes.sliders}>
        <Slider
          name="Level, or pump lower"
          value={moves.levelBy ?? 0}
          low={-2}
          high={4}
          step={0.01}
          text={(v) => `${v >= 0 ? "+" : "\u2212"}${metres(Math.abs(v))}`}
          onChange={(levelBy) => setMoves({ ...moves, levelBy })}
        />
        <Slider
          name="Clean suction loss left"
          value={moves.lossShare ?? 1}
          low={0}
          high={1.5}
          step={0.01}
          text={(v) => `${formatNumber(100 * v, 2)} %`}
          onChange={(lossShare) => setMoves({ ...moves, lossShare })}
        />
        <Slider
          name="Throttled to"
          value={moves.flowShare ?? 1}
          low={0.3}
          high={1}
          step={0.005}
          text={(v) => `${formatNumber(100 * v, 3)} % of flow`}
          onChange={(flowShare) => setMoves({ ...moves, flowShare })}
        />
        <Slider
          name="Speed"
          value={moves.speedShare ?? 1}
          low={0.5}
          high={1.1}
          step={0.005}
          text={(v) =>
            model.curve.speed
              ? `${formatRpm(model.curve.speed * v)}`
              : `${formatNumber(100 * v, 3)} %`
          }
          onChange={(speedShare) => setMoves({ ...moves, speedShare })}
        />
        <Slider
          name="Liquid at"
          value={moves.temperature ?? model.temperature}
          low={Math.min(273.15, model.temperature - 15)}
          high={model.temperature + 40}
          step={0.25}
          text={(v) => formatSi(v, "temperature", units)}
          onChange={(temperature) => setMoves({ ...moves, temperature })}
        />
      </div>
      <div className={classes.settings}>
        <NativeSelect
          label="Margin this pump is held to"
          value={school}
          onChange={(e) => setSchool(e.currentTarget.value)}
          data={SCHOOLS.map(([value, label]) => ({ value, label }))}
        />
        <Button variant="default" onClick={() => setMoves({})}>
          All as they are
        </Button>
      </div>
      <p className={classes.title}>Each lever alone, for the greater of 1.3 times and 1 m more</p>
      <ul className={classes.rows}>
        {view.rows.map((r) => (
          <li key={r.id} data-feasible={r.feasible}>
            <b>{r.name}</b>
            <span>{r.feasible ? r.setting : `not here${r.setting ? ` (${r.setting})` : ""}`}</span>
            <small>{r.why}</small>
          </li>
        ))}
      </ul>
      {view.canFeed ? <p>{view.canFeed}</p> : null}
      {view.vortex ? <p>{view.vortex}</p> : null}
      {view.schools.length > 0 ? (
        <p>
          The schools:{" "}
          {view.schools
            .map((s) => `${s.name} wants ${s.wanted}, ${s.enough ? "there" : "not there"}`)
            .join("; ")}
          .
        </p>
      ) : null}
      {view.lift ? (
        <p>
          {view.lift.greatest}{" "}
          {view.lift.rules
            .map((r) => `"${r.words}" ${r.misleads ? "would starve it" : "holds"}`)
            .join("; ")}
          {view.lift.because ? `, because ${view.lift.because}` : ""}.
        </p>
      ) : null}
      {view.sweep ? (
        <details>
          <summary>margin over level and temperature</summary>
          <table className={classes.sweep}>
            <thead>
              <tr>
                <th scope="col">liquid at</th>
                {view.sweep.levels.map((l) => (
                  <th key={l} scope="col">
                    {l}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {view.sweep.rows.map((r) => (
                <tr key={r.temperature}>
                  <th scope="row">{r.temperature}</th>
                  {r.cells.map((c, i) => (
                    <td key={view.sweep?.levels[i]} data-short={c?.short}>
                      {c?.text ?? "–"}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          <p className={classes.small}>
            Less than nothing means short of the wanted margin at the flow of today (
            {formatNumber(toUnit(model.flow, units === "us" ? "gpm" : "m3/h"), 3)}{" "}
            {units === "us" ? "gpm" : "m³/h"}).
          </p>
        </details>
      ) : null}
    </div>
  );
}

function Slider({
  name,
  value,
  low,
  high,
  step,
  text,
  onChange,
}: {
  name: string;
  value: number;
  low: number;
  high: number;
  step: number;
  text: (value: number) => string;
  onChange: (value: number) => void;
}) {
  const id = useId();
  return (
    <div className={classes.slider}>
      <label htmlFor={id}>{name}</label>
      <b aria-hidden>{text(value)}</b>
      <input
        id={id}
        type="range"
        min={low}
        max={high}
        step={step}
        value={value}
        aria-valuetext={text(value)}
        onChange={(e) => onChange(Number(e.currentTarget.value))}
      />
    </div>
  );
}
