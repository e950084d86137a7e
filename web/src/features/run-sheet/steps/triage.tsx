"use client";

import type { BoardView } from "@yard-tack/core/board";
import type { ObservationId } from "@yard-tack/core/case";
import { PART_NAMES } from "@yard-tack/core/board";
import {
  placesOfLook,
  type TriageAnswer,
  triageAnswers,
  type TriageList,
  triageListsFor,
  type TriageLook,
  triageOrder,
} from "@yard-tack/core/procedure";
import { Button } from "@mantine/core";
import { useMemo } from "react";
import { percentText } from "@/features/board";
import { useLineParts } from "../use-line-parts";
import type { Sheet } from "../use-sheet";
import { Cautions } from "./caution-card";
import classes from "./steps.module.css";

/** Longest list worth reading at the pump. */
const SHOWN = 6;

/** Complaints where order matters: what to look at first, by what it tells per minute. */
export function Triage({ sheet, view }: { sheet: Sheet; view: BoardView | null }) {
  const { dto, facts, state } = sheet;
  const told = useMemo(
    (): ObservationId[] => [
      ...dto.codes.filter((c) => state.observations.get(c) !== "absent"),
      ...[...state.observations].flatMap(([id, s]) => (s === "present" ? [id] : [])),
    ],
    [dto.codes, state.observations],
  );
  const lists = view ? triageListsFor(facts, told) : [];
  return lists.map((list) => <Looks key={list.id} list={list} sheet={sheet} view={view} />);
}

function Looks({ list, sheet, view }: { list: TriageList; sheet: Sheet; view: BoardView | null }) {
  const answers = triageAnswers(sheet.state);
  const looks = triageOrder(list, { pump: sheet.facts, causes: view?.causes ?? [], answers });
  if (looks.length === 0) return null;
  return (
    <section className={classes.triage} aria-label={list.name} data-triage={list.id}>
      <h3>{list.name}: look in this order</h3>
      <ol>
        {looks.slice(0, SHOWN).map((look) => (
          <Look key={look.id} look={look} sheet={sheet} />
        ))}
      </ol>
      {looks.length > SHOWN ? (
        <details>
          <summary>{looks.length - SHOWN} more looks</summary>
          <ol start={SHOWN + 1}>
            {looks.slice(SHOWN).map((look) => (
              <Look key={look.id} look={look} sheet={sheet} />
            ))}
          </ol>
        </details>
      ) : null}
    </section>
  );
}

/** Which joint, which valve: where the line is drawn. */
function OnTheLine({ look, sheet }: { look: string; sheet: Sheet }) {
  const { parts, level } = useLineParts(sheet);
  const places = placesOfLook(look, parts, level);
  if (places === undefined) return null;
  const named = places.map((i) => `${i + 1} ${PART_NAMES[parts[i]?.kind ?? "pipe"]}`);
  return (
    <p className={classes.hint}>
      {named.length > 0 ? `As drawn: ${named.join(", ")}.` : "As drawn, this line has none."}
    </p>
  );
}

function Look({ look, sheet }: { look: TriageLook; sheet: Sheet }) {
  const waiting = look.cautions.filter((c) => !sheet.state.acknowledged.has(c));
  const say = (answer: TriageAnswer) => {
    const same = look.answer === answer;
    if (look.observation) {
      const state = same ? "not-looked" : answer === "found" ? "present" : "absent";
      sheet.add({ kind: "observation", observation: look.observation, state });
    } else sheet.note({ topic: "triage", part: look.id, value: same ? null : answer });
  };
  return (
    <li data-look={look.id}>
      <div>
        <b>{look.name}</b>
        <p>
          {look.look} {look.minutes} min, {percentText(look.probability)}.
        </p>
        <OnTheLine look={look.id} sheet={sheet} />
      </div>
      {waiting.length > 0 ? (
        <details>
          <summary>Read its cautions first</summary>
          <Cautions ids={waiting} sheet={sheet} />
        </details>
      ) : (
        <span role="group" aria-label={look.name}>
          {(["found", "in-order"] as const).map((answer) => (
            <Button
              key={answer}
              variant={look.answer === answer ? "filled" : "default"}
              aria-pressed={look.answer === answer}
              onClick={() => say(answer)}
            >
              {answer === "found" ? "that is it" : "in order"}
            </Button>
          ))}
        </span>
      )}
    </li>
  );
}
