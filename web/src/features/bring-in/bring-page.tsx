"use client";

import { Button, FileInput, NativeSelect } from "@mantine/core";
import {
  cellsOf,
  type ColumnMap,
  kindOfTable,
  matchColumns,
  TABLE_COLUMNS,
  type TableKind,
} from "@yard-tack/core/record";
import { useState, useTransition } from "react";
import * as z from "zod";
import { Fields } from "@/shell/fields";
import { LinkButton } from "@/shell/link-button";
import { PageHead } from "@/shell/page-head";
import { bringAnswer, type BringAnswer, type BringForm } from "./bring-fields";
import classes from "./bring-in.module.css";
import { CasePanel } from "./case-panel";
import { Outcomes } from "./outcomes";
import { readTable, textOf } from "./read-table";

const KINDS: readonly { readonly value: TableKind; readonly label: string }[] = [
  { value: "pumps", label: "pumps, one on each line" },
  { value: "log", label: "entries of the log, one on each line" },
  { value: "readings", label: "readings, one on each line" },
];

interface Table {
  readonly name: string;
  readonly headings: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

const refusal = z.object({ errors: z.array(z.object({ message: z.string() })).min(1) });

/** A table of pumps, of the log or of readings: what its columns are, what would happen line by line, and then that. */
export function BringPage() {
  const [table, setTable] = useState<Table | null>(null);
  const [kind, setKind] = useState<TableKind>("pumps");
  const [map, setMap] = useState<ColumnMap>({});
  const [problem, setProblem] = useState("");
  const [shown, setShown] = useState<{
    readonly done: boolean;
    readonly answer: BringAnswer;
  } | null>(null);
  const [caseFile, setCaseFile] = useState<{ readonly name: string; readonly text: string } | null>(
    null,
  );
  const [pending, start] = useTransition();

  const open = (file: File | null) => {
    setShown(null);
    setTable(null);
    setCaseFile(null);
    setProblem("");
    if (!file) return;
    start(async () => {
      const bytes = new Uint8Array(await file.arrayBuffer());
      if (/\.json$/i.test(file.name)) {
        setCaseFile({ name: file.name, text: textOf(bytes) });
        return;
      }
      const read = await readTable(bytes);
      if (!read.ok) return setProblem(read.message);
      const likely = kindOfTable(read.headings);
      setTable({ name: file.name, headings: read.headings, rows: read.rows });
      setKind(likely);
      setMap(matchColumns(likely, read.headings));
    });
  };
  const choose = (next: TableKind) => {
    setKind(next);
    setShown(null);
    if (table) setMap(matchColumns(next, table.headings));
  };
  const setColumn = (key: string, at: string) => {
    setShown(null);
    const { [key]: _was, ...rest } = map;
    setMap(at === "" ? rest : { ...rest, [key]: Number(at) });
  };
  const send = (trial: boolean) =>
    start(async () => {
      if (!table) return;
      setProblem("");
      // The heading is the first line of a file.
      const lines = table.rows.map((row, i) => ({ line: i + 2, cells: cellsOf(kind, map, row) }));
      const answer = await ask({ kind, name: table.name, trial, lines });
      if (typeof answer === "string") setProblem(answer);
      else setShown({ done: !trial, answer });
    });
  const brings = shown?.answer.outcomes.filter((o) => o.does === "new" || o.does === "changes");
  return (
    <main>
      <PageHead
        title="Bring a table in"
        about="Pumps, log or readings from a spreadsheet, or a case file"
      >
        <LinkButton href="/yard">Yard</LinkButton>
      </PageHead>
      <div className={classes.page}>
        <Fields>
          <FileInput
            label="File"
            description="A table with headings on its first line, or a case file of a pump (JSON)."
            placeholder="pumps.csv"
            accept=".csv,.txt,.tsv,.json,text/csv,text/plain,application/json"
            onChange={open}
          />
          {caseFile ? <CasePanel key={caseFile.text} {...caseFile} /> : null}
          {table || caseFile || problem ? null : (
            <section aria-labelledby="may-hold">
              <h2 id="may-hold">What a table may hold</h2>
              <dl className={classes.may}>
                {KINDS.map(({ value, label }) => (
                  <div key={value}>
                    <dt>{label}</dt>
                    <dd>
                      {TABLE_COLUMNS[value]
                        .filter((c) => c.needed)
                        .map((c) => c.name)
                        .join(", ")}{" "}
                      are needed; it may have{" "}
                      {TABLE_COLUMNS[value]
                        .filter((c) => !c.needed)
                        .map((c) => c.name)
                        .join(", ")}
                      .
                    </dd>
                  </div>
                ))}
              </dl>
              <p>
                Days are written 2026-03-31 or 31.3.2026, readings with their unit. What is there
                already is known again and not doubled. A plate that says otherwise is taken, and
                what stood before is kept. Tables that went out of Yard Tack come in as they are.
              </p>
            </section>
          )}
          {problem ? (
            <p role="alert" className={classes.problem}>
              {problem}
            </p>
          ) : null}
          {table ? (
            <>
              <NativeSelect
                label="It holds"
                value={kind}
                data={[...KINDS]}
                onChange={(e) => choose(e.currentTarget.value as TableKind)}
              />
              <section aria-labelledby="columns">
                <h2 id="columns">Its columns</h2>
                <div className={classes.columns}>
                  {TABLE_COLUMNS[kind].map((c) => (
                    <NativeSelect
                      key={c.key}
                      label={c.needed ? `${c.name} (needed)` : c.name}
                      value={map[c.key]?.toString() ?? ""}
                      onChange={(e) => setColumn(c.key, e.currentTarget.value)}
                      data={[
                        { value: "", label: "not in it" },
                        ...table.headings.map((h, i) => ({
                          value: String(i),
                          label: `${h || `column ${i + 1}`}${example(table, i)}`,
                        })),
                      ]}
                    />
                  ))}
                </div>
              </section>
              <div className={classes.ways}>
                <Button variant="default" loading={pending} onClick={() => send(true)}>
                  See what will happen
                </Button>
                {brings && brings.length > 0 && !shown?.done ? (
                  <Button loading={pending} onClick={() => send(false)}>
                    Bring {brings.length === 1 ? "one line" : `${brings.length} lines`} in
                  </Button>
                ) : null}
              </div>
            </>
          ) : null}
        </Fields>
        {shown ? <Outcomes answer={shown.answer} done={shown.done} /> : null}
      </div>
    </main>
  );
}

/** What stands first in a column. */
function example({ rows }: Table, at: number): string {
  const text = rows.find((r) => (r[at] ?? "").trim() !== "")?.[at]?.trim() ?? "";
  return text === "" ? "" : ` (${text.length > 24 ? `${text.slice(0, 23)}…` : text})`;
}

async function ask(form: BringForm): Promise<BringAnswer | string> {
  try {
    const response = await fetch("/yard/bring/in", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(form),
    });
    const json: unknown = await response.json();
    const answer = bringAnswer.safeParse(json);
    if (response.ok && answer.success) return answer.data;
    const why = refusal.safeParse(json);
    if (why.success) return `${why.data.errors[0]?.message ?? ""} Nothing was brought in.`;
  } catch {
    // Said below.
  }
  return "The server did not answer. Nothing was brought in; the table is kept here, try again in a moment.";
}
