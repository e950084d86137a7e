"use client";

import { prettyUnit, type Unit, unitSymbols } from "@yard-tack/core/quantity";
import { Button, NativeSelect, TextInput } from "@mantine/core";
import { IconX } from "@tabler/icons-react";
import { COLUMNS, type DraftFault, type DraftTable } from "./draft";
import type { Change } from "./history";
import classes from "./curve.module.css";

const TITLES = {
  curve: "Curve",
  displacement: "Flow over pressure",
  "displacement-npsh": "NPSH required",
  jet: "Ejector's table",
} as const;

const GRADES = [
  { value: "", label: "a catalogue sheet (3B)" },
  { value: "1B", label: "tested to 1B" },
  { value: "2B", label: "tested to 2B" },
  { value: "3B", label: "tested to 3B" },
  { value: "own-test", label: "this very pump's own test" },
];

/** One table of points: typed, corrected, its columns' units chosen. */
export function TableEditor({
  table,
  faults,
  canRemove,
  onChange,
}: {
  table: DraftTable;
  faults: readonly DraftFault[];
  canRemove: boolean;
  onChange: (change: Change) => void;
}) {
  const columns = COLUMNS[table.kind];
  const head = (key: string, label: string, placeholder: string) => (
    <TextInput
      label={label}
      placeholder={placeholder}
      value={table.head[key] ?? ""}
      error={faults.find((f) => f.row === -1 && f.key === key)?.message}
      onChange={(e) => onChange({ do: "head", table: table.id, key, text: e.currentTarget.value })}
    />
  );
  return (
    <fieldset className={classes.sheet} data-testid={`table-${table.kind}`}>
      <legend>{TITLES[table.kind]}</legend>
      {table.kind === "curve" ? (
        <div className={classes.headRow}>
          {head("speed", "Speed", "2920 rpm")}
          {head("diameter", "Wheel diameter", "208 mm")}
          <NativeSelect
            label="What sheet it is"
            value={table.head["grade"] ?? ""}
            data={GRADES}
            onChange={(e) =>
              onChange({ do: "head", table: table.id, key: "grade", text: e.currentTarget.value })
            }
          />
        </div>
      ) : null}
      {table.kind === "jet" ? (
        <div className={classes.headRow}>
          {head("ejector", "Ejector", "E-41")}
          {head("regulator", "Pressure regulator", "2.2 bar")}
          <NativeSelect
            label="Setting"
            value={table.head["setting"] ?? ""}
            data={[
              { value: "", label: "not known" },
              { value: "shallow", label: "shallow, in the body" },
              { value: "two-pipe", label: "deep, two pipes" },
              { value: "sealed-well", label: "deep, one pipe in a sealed well" },
            ]}
            onChange={(e) =>
              onChange({ do: "head", table: table.id, key: "setting", text: e.currentTarget.value })
            }
          />
        </div>
      ) : null}
      <div className={classes.grid}>
        <table>
          <thead>
            <tr>
              {columns.map((c) => (
                <th key={c.key} scope="col">
                  <span>{c.label}</span>
                  {c.dimension ? (
                    <NativeSelect
                      aria-label={`Unit of ${c.label}`}
                      value={table.units[c.key] ?? ""}
                      data={unitSymbols(c.dimension).map((u) => ({
                        value: u,
                        label: prettyUnit(u),
                      }))}
                      onChange={(e) =>
                        onChange({
                          do: "unit",
                          table: table.id,
                          key: c.key,
                          unit: e.currentTarget.value as Unit,
                        })
                      }
                    />
                  ) : (
                    <span className={classes.percent}>%</span>
                  )}
                </th>
              ))}
              <th>
                <span className="sr-only">take out</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {table.rows.map((row, r) => (
              <tr key={r}>
                {columns.map((c) => {
                  const fault = faults.find((f) => f.row === r && f.key === c.key);
                  return (
                    <td key={c.key}>
                      <input
                        aria-label={`${c.label}, row ${r + 1}`}
                        aria-invalid={fault ? true : undefined}
                        title={fault?.message}
                        inputMode="decimal"
                        value={row[c.key] ?? ""}
                        onChange={(e) =>
                          onChange({
                            do: "cell",
                            table: table.id,
                            row: r,
                            key: c.key,
                            text: e.currentTarget.value,
                          })
                        }
                      />
                    </td>
                  );
                })}
                <td>
                  <button
                    type="button"
                    className={classes.remove}
                    aria-label={`Take row ${r + 1} out`}
                    onClick={() => onChange({ do: "remove-row", table: table.id, row: r })}
                  >
                    <IconX size={18} aria-hidden />
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className={classes.buttons}>
        <Button variant="default" onClick={() => onChange({ do: "add-row", table: table.id })}>
          Another row
        </Button>
        {canRemove ? (
          <Button
            variant="default"
            onClick={() => onChange({ do: "remove-table", table: table.id })}
          >
            Take this curve out
          </Button>
        ) : null}
      </div>
      {faults.length > 0 ? (
        <ul className={classes.problems} role="alert">
          {faults.slice(0, 6).map((f) => (
            <li key={`${f.row}/${f.key}`}>{f.message}</li>
          ))}
        </ul>
      ) : null}
    </fieldset>
  );
}
