"use client";

import { prettyUnit, type Unit, unitSymbols, type UnitSystem } from "@yard-tack/core/quantity";
import {
  COLUMN_FIGURES,
  type ColumnChoice,
  columnDimension,
  type ColumnFigure,
  readCurveTable,
  type TableReading,
} from "@yard-tack/core/sheet";
import { Button, NativeSelect, Textarea } from "@mantine/core";
import { useMemo, useState } from "react";
import { type DraftTable, draftOf } from "./draft";
import classes from "./curve.module.css";

/** Larger files are no curve. */
const MOST_BYTES = 8_000_000;
const PREVIEW_ROWS = 6;

const FIGURE_WORDS: Readonly<Record<ColumnFigure, string>> = {
  flow: "flow",
  head: "head",
  power: "shaft power",
  efficiency: "efficiency",
  npshr: "NPSH required",
  speed: "speed",
  diameter: "diameter",
};

/** A table from a file or the clipboard: what each column is, a preview, what could not be read. */
export function PastePanel({
  units,
  onTake,
}: {
  units: UnitSystem;
  onTake: (tables: readonly DraftTable[], source: string) => void;
}) {
  const [text, setText] = useState("");
  const [fileName, setFileName] = useState("");
  const [rows, setRows] = useState<readonly (readonly string[])[]>([]);
  const [choices, setChoices] = useState<Readonly<Record<number, ColumnChoice>>>({});
  const [problem, setProblem] = useState("");
  const reading = useMemo(
    () => (rows.length > 0 ? readCurveTable(rows, choices) : undefined),
    [rows, choices],
  );
  const take = async (raw: string, name: string) => {
    setText(raw.length > 20_000 ? `${raw.slice(0, 20_000)}\n…` : raw);
    setFileName(name);
    setChoices({});
    setProblem("");
    const { parse } = (await import("papaparse")).default;
    setRows(parse<string[]>(raw, { skipEmptyLines: "greedy" }).data);
  };
  const open = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > MOST_BYTES) {
      setProblem(
        `${file.name} is ${Math.round(file.size / 1e6)} MB; a curve's table has at most ${MOST_BYTES / 1e6} MB. Nothing was changed. Save the sheet with the curve alone and open that.`,
      );
      return;
    }
    const raw = await file.text();
    if (raw.includes("\u0000")) {
      setProblem(
        `${file.name} is no text. Nothing was changed. Save the table as CSV (comma or semicolon separated) and open that.`,
      );
      return;
    }
    await take(raw, file.name);
  };
  return (
    <div
      className={classes.panel}
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        void open(e.dataTransfer.files[0]);
      }}
    >
      <p>
        Paste a table, or drop a CSV file here. Commas, semicolons, tabs and decimal commas are all
        understood; units go in the headings: <i>Q [m3/h]; H [m]; P [kW]</i>.
      </p>
      <label className={classes.file}>
        Open a file
        <input
          type="file"
          accept=".csv,.txt,.tsv,text/csv,text/plain"
          onChange={(e) => {
            void open(e.currentTarget.files?.[0]);
            e.currentTarget.value = "";
          }}
        />
      </label>
      <Textarea
        label="The table"
        description={fileName ? `from ${fileName}` : undefined}
        value={text}
        rows={6}
        spellCheck={false}
        onChange={(e) => void take(e.currentTarget.value, "")}
      />
      {problem ? (
        <p role="alert" className={classes.problem}>
          {problem}
        </p>
      ) : null}
      {reading ? (
        <Preview
          reading={reading}
          rows={rows}
          onChoose={(i, choice) => setChoices({ ...choices, [i]: choice })}
        />
      ) : null}
      {reading ? (
        <Button
          disabled={reading.sheets.length === 0 || reading.pointCount === 0}
          onClick={() =>
            onTake(
              draftOf({ curve: reading.sheets.map((s) => ({ ...s })) }, "", units).tables,
              fileName ? `from the file ${fileName}` : "from a pasted table",
            )
          }
        >
          {`Use ${reading.pointCount === 1 ? "this point" : `these ${reading.pointCount} points`}`}
        </Button>
      ) : null}
    </div>
  );
}

function Preview({
  reading,
  rows,
  onChoose,
}: {
  reading: TableReading;
  rows: readonly (readonly string[])[];
  onChoose: (column: number, choice: ColumnChoice) => void;
}) {
  return (
    <>
      <div className={classes.preview} tabIndex={0} role="region" aria-label="Preview of the table">
        <table>
          <thead>
            <tr>
              {reading.columns.map((c, i) => {
                const dimension = c.figure && columnDimension(c.figure);
                return (
                  <th key={i} scope="col">
                    <NativeSelect
                      aria-label={`Column ${i + 1} is`}
                      value={c.figure ?? ""}
                      onChange={(e) => {
                        const figure = (e.currentTarget.value || null) as ColumnFigure | null;
                        onChoose(i, { figure, unit: figure === c.figure ? c.unit : null });
                      }}
                      data={[
                        { value: "", label: "not used" },
                        ...COLUMN_FIGURES.map((f) => ({ value: f, label: FIGURE_WORDS[f] })),
                      ]}
                    />
                    {dimension ? (
                      <NativeSelect
                        aria-label={`Unit of column ${i + 1}`}
                        value={c.unit ?? ""}
                        onChange={(e) =>
                          onChoose(i, {
                            figure: c.figure,
                            unit: (e.currentTarget.value || null) as Unit | null,
                          })
                        }
                        data={[
                          { value: "", label: "unit?" },
                          ...unitSymbols(dimension).map((u) => ({
                            value: u,
                            label: prettyUnit(u),
                          })),
                        ]}
                      />
                    ) : null}
                  </th>
                );
              })}
            </tr>
          </thead>
          <tbody>
            {rows.slice(0, PREVIEW_ROWS).map((cells, i) => (
              <tr key={i}>
                {reading.columns.map((_, j) => (
                  <td key={j}>{cells[j] ?? ""}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p>
        {rows.length} rows, {reading.pointCount} points
        {reading.sheets.length > 1 ? ` on ${reading.sheets.length} curves` : ""}, decimal{" "}
        {reading.decimal}.
      </p>
      {reading.problems.length > 0 ? (
        <ul className={classes.problems} data-testid="table-problems">
          {reading.problems.map((p) => (
            <li key={`${p.row}/${p.column}/${p.message}`}>{p.message}</li>
          ))}
          {reading.moreProblems > 0 ? <li>and {reading.moreProblems} more like these.</li> : null}
        </ul>
      ) : null}
    </>
  );
}
