"use client";

import { deadTestOf, deadTestState } from "@yard-tack/core/procedure";
import { Button, TextInput } from "@mantine/core";
import { useMemo, useState } from "react";
import { clock } from "@/shell/times";
import { Choice } from "../choice";
import type { Sheet } from "../use-sheet";
import classes from "./steps.module.css";

const DEAD_PREFIX = "dead.";

/** What the sheet holds of isolation: locked, proven, by whom. */
export function isolationOf(sheet: Sheet) {
  const { notes } = sheet.state;
  const findings = new Map(
    [...notes].flatMap(([key, note]) =>
      key.startsWith(DEAD_PREFIX) ? [[key.slice(DEAD_PREFIX.length), note.text] as const] : [],
    ),
  );
  const proof = deadTestState(sheet.facts, findings);
  const byOther = notes.get("isolation.by")?.text;
  return {
    findings,
    ...proof,
    locked: notes.get("isolation.locked"),
    byOther,
    /** Whether work on terminals may begin. */
    open: proof.proven || byOther !== undefined,
  };
}

/** Isolation and the dead-test, check by check; what was found is kept with its time. */
export function Isolation({ sheet }: { sheet: Sheet }) {
  const checks = useMemo(() => deadTestOf(sheet.facts), [sheet.facts]);
  const state = isolationOf(sheet);
  const [name, setName] = useState("");
  const zone = sheet.dto.pump.zone;
  const on = state.locked !== undefined;
  if (checks.length === 0) return null;
  return (
    <section className={classes.isolation} aria-label="Isolated and proven dead">
      <h3>Isolated and proven dead</h3>
      <p className={classes.hint2}>
        Needed before hands go to terminals or windings, and before the pump is opened. For a
        qualified electrical person.
      </p>
      {state.byOther === undefined ? (
        <>
          <Choice
            name="Supply"
            options={[
              { id: "locked", name: "off, locked and tagged" },
              { id: "", name: "not isolated" },
            ]}
            value={on ? "locked" : ""}
            onChoose={(v) => {
              sheet.note("isolation.locked", v);
              // Switched on again: what was proven dead is not dead any more.
              if (v === "")
                for (const id of state.findings.keys()) sheet.note(DEAD_PREFIX + id, "");
            }}
          />
          {on
            ? checks.map((c) => (
                <Choice
                  key={c.id}
                  name={c.name}
                  options={
                    c.of === "tester"
                      ? [
                          { id: "shown", name: "shown" },
                          { id: "not shown", name: "not shown" },
                        ]
                      : [
                          { id: "dead", name: "dead" },
                          { id: "live", name: "live" },
                        ]
                  }
                  value={state.findings.get(c.id)}
                  onChoose={(v) => sheet.note(DEAD_PREFIX + c.id, v)}
                />
              ))
            : null}
        </>
      ) : null}
      {state.proven ? (
        <p className={classes.acknowledged} data-testid="proven-dead">
          Locked {state.locked ? `at ${clock(state.locked.at, zone)}` : ""} and proven dead by{" "}
          {sheet.dto.people[state.locked?.personId ?? ""] ?? "the person here"}. Prove it again
          whenever it was left.
        </p>
      ) : null}
      {state.byOther !== undefined ? (
        <p className={classes.acknowledged}>
          Isolated and proven dead by {state.byOther}, as told here.{" "}
          <Button variant="subtle" onClick={() => sheet.note("isolation.by", "")}>
            Take that back
          </Button>
        </p>
      ) : state.proven ? null : (
        <div className={classes.other}>
          <TextInput
            label="Or done by (licensed person, name)"
            value={name}
            maxLength={120}
            onChange={(e) => setName(e.target.value)}
          />
          <Button
            variant="default"
            disabled={name.trim() === ""}
            onClick={() => sheet.note("isolation.by", name.trim())}
          >
            Note it
          </Button>
        </div>
      )}
    </section>
  );
}
