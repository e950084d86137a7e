"use client";

import { deadTestOf, deadTestState } from "@yard-tack/core/procedure";
import { type Note, notedText, notesOf } from "@yard-tack/core/visit";
import { Button, TextInput } from "@mantine/core";
import { useMemo, useState } from "react";
import { clock } from "@/shell/times";
import { useWho } from "@/shell/who";
import { Choice } from "../choice";
import type { Sheet } from "../use-sheet";
import classes from "./steps.module.css";

type Finding = NonNullable<Extract<Note, { topic: "dead" }>["value"]>;
const choices = (...ids: readonly Finding[]) => ids.map((id) => ({ id, name: id }));
const TESTER_FINDINGS = choices("shown", "not shown");
const PAIR_FINDINGS = choices("dead", "live");

/** A lock that stands, and whose it is. */
interface Lock {
  readonly person: string;
  readonly at: string;
  /** Hung before each had one of their own. */
  readonly shared: boolean;
}

/** What the sheet holds of isolation: who locked it, proven, by whom. */
export function isolationOf(sheet: Sheet) {
  const { state } = sheet;
  const findings = new Map(
    notesOf(state, "dead").map(({ note }) => [note.check, note.value ?? ""] as const),
  );
  const proof = deadTestState(sheet.facts, findings);
  const byOther = notedText(state, { topic: "isolated-by" });
  const locks = notesOf(state, "locked").map(({ note, entry }): Lock => ({
    person: note.person ?? entry.personId,
    at: entry.at,
    shared: note.person === undefined,
  }));
  return {
    findings,
    ...proof,
    locks,
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
  const who = useWho();
  const mine = state.locks.find((l) => l.person === who.id);
  const others = state.locks.filter((l) => l !== mine);
  const on = state.locks.length > 0;
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
            name={others.length > 0 ? "Your own lock" : "Supply"}
            options={[
              { id: "locked", name: "off, locked and tagged" },
              { id: "", name: others.length > 0 ? "my lock is off" : "not isolated" },
            ]}
            value={mine ? "locked" : ""}
            onChoose={(v) => {
              if ((v === "locked") === (mine !== undefined)) return;
              const of = mine?.shared ? {} : { person: who.id };
              sheet.note({ topic: "locked", ...of, value: v === "locked" ? "yes" : null });
              // The last lock is off: what was proven dead is not dead any more.
              if (v === "" && others.length === 0)
                for (const check of state.findings.keys())
                  sheet.note({ topic: "dead", check, value: null });
            }}
          />
          {others.map((l) => (
            <p key={l.person} className={classes.acknowledged}>
              The lock of {sheet.dto.people[l.person] ?? "somebody"} stands since{" "}
              {clock(l.at, zone)}. Only they take it off.
            </p>
          ))}
          {on
            ? checks.map((c) => (
                <Choice
                  key={c.id}
                  name={c.name}
                  options={c.of === "tester" ? TESTER_FINDINGS : PAIR_FINDINGS}
                  value={state.findings.get(c.id)}
                  onChoose={(v) => sheet.note({ topic: "dead", check: c.id, value: v })}
                />
              ))
            : null}
        </>
      ) : null}
      {state.proven ? (
        <p className={classes.acknowledged} data-testid="proven-dead">
          Locked {state.locks[0] ? `at ${clock(state.locks[0].at, zone)}` : ""} and proven dead by{" "}
          {sheet.dto.people[state.locks[0]?.person ?? ""] ?? "the person here"}. Prove it again
          whenever it was left.
        </p>
      ) : null}
      {state.byOther !== undefined ? (
        <p className={classes.acknowledged}>
          Isolated and proven dead by {state.byOther}, as told here.{" "}
          <Button
            variant="subtle"
            onClick={() => sheet.note({ topic: "isolated-by", value: null })}
          >
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
            onClick={() => sheet.note({ topic: "isolated-by", value: name.trim() })}
          >
            Note it
          </Button>
        </div>
      )}
    </section>
  );
}
