"use client";

import { PART_NAMES, type LineSide, writtenPart } from "@yard-tack/core/board";
import { READY_LAYOUTS } from "@yard-tack/core/suction";
import { type Dimension, parseReading } from "@yard-tack/core/quantity";
import { Button, TextInput } from "@mantine/core";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState, useTransition } from "react";
import { v4 as newId } from "uuid";
import { PageHead } from "@/shell/page-head";
import { SortableList } from "@/shell/sortable-list";
import { dayAndClock } from "@/shell/times";
import { AuditPanel } from "./audit-panel";
import { Budget, SweepTable } from "./budget";
import { LineDrawing } from "./line-drawing";
import { forgetLine } from "./kept-line";
import { PartEditor } from "./part-editor";
import { NEW_PARTS, PALETTE } from "./part-fields";
import { proposeLine, saveLine } from "./save-line";
import type { LineDto } from "./server";
import { asDraft, type Today, useLine } from "./use-line";
import classes from "./line.module.css";

const TODAY: readonly (readonly [key: keyof Today, name: string, hint: string])[] = [
  ["flow", "Flow today", "as its duty"],
  ["level", "Level over the shaft, running", "as the register has it"],
  ["standing", "Level at rest", "as the register has it"],
  ["temperature", "Liquid at", "as the register has it"],
  ["primer", "Its primer draws", "20 m3/h of free air"],
];

/** A pump's line: drawn, audited, changed on paper before it is changed in steel. */
export function LinePage({ dto, back }: { dto: LineDto; back: string | null }) {
  const [side, setSide] = useState<LineSide>("suction");
  return <SidePage key={side} dto={dto} side={side} back={back} onSide={setSide} />;
}

function SidePage({
  dto,
  side,
  back,
  onSide,
}: {
  dto: LineDto;
  side: LineSide;
  back: string | null;
  onSide: (side: LineSide) => void;
}) {
  const router = useRouter();
  const line = useLine(dto, side);
  const { draft, edit, view, shown, today, setToday, chosen, choose, units } = line;
  const [selected, select] = useState<string | null>(null);
  const [pending, start] = useTransition();
  const [refreshing, refresh] = useTransition();
  const [said, setSaid] = useState<{ readonly ok: boolean; readonly text: string } | null>(null);
  const chosenPart = draft.now.findIndex((p) => p.id === selected);
  const stops = view.faults.some((f) => f.stops);
  const add = (kind: (typeof PALETTE)["suction"][number]) => {
    const part = { id: newId(), part: NEW_PARTS[kind] ?? { kind } };
    edit({ do: "add", after: selected ?? undefined, part });
    select(part.id);
  };
  const begin = (id: string) => {
    const layout = READY_LAYOUTS.find((l) => l.id === id);
    const { bore, level } = usual(dto, today);
    if (layout)
      edit({
        do: "whole",
        parts: asDraft(layout.parts(bore, level).map((p) => writtenPart(p, units))),
      });
  };
  const answered = (problem: string | null, done: string) =>
    setSaid(problem === null ? { ok: true, text: done } : { ok: false, text: problem });
  const save = () =>
    start(async () => {
      const outcome = await saveLine({
        ...{ pumpId: dto.pumpId, version: dto.version, side },
        ...{ level: today.level, standing: today.standing },
        parts: line.parts.map((p) => ({ ...p })) as never,
      }).catch(() => ({ ok: false, message: NO_ANSWER }) as const);
      if (outcome.ok) {
        forgetLine(dto.pumpId, side);
        line.settle();
        // The next save goes by the version that comes with it.
        refresh(() => router.refresh());
      }
      answered(
        outcome.ok ? null : outcome.message,
        "Kept. The diagnosis goes by this drawing now.",
      );
    });
  const propose = () =>
    start(async () => {
      const { written: _file, ...asked } = line.asked;
      const outcome = await proposeLine({ ...asked, pumpId: dto.pumpId } as never).catch(
        () => ({ ok: false, message: NO_ANSWER }) as const,
      );
      if (outcome.ok) router.push(`/yard/${dto.pumpId}/line/${outcome.id}`);
      else answered(outcome.message, "");
    });
  const drawChanged = () => {
    if (view.changed) edit({ do: "whole", parts: asDraft(view.changed) });
    choose([]);
  };
  const metres = dto.written[side]?.loss;
  return (
    <main>
      <PageHead
        title={dto.tag}
        about={
          <>
            {side === "suction" ? "Suction line, as it lies" : "Discharge line, as it lies"}
            <br />
            {draft.now.length} {draft.now.length === 1 ? "part" : "parts"}
            {line.dirty ? ", not kept yet" : ""}
          </>
        }
      >
        <Button
          variant="default"
          onClick={() => edit({ do: "undo" })}
          disabled={draft.past.length === 0}
        >
          Undo
        </Button>
        <Button
          variant="default"
          onClick={() => edit({ do: "redo" })}
          disabled={draft.future.length === 0}
        >
          Redo
        </Button>
        <Button onClick={save} loading={pending || refreshing} disabled={stops}>
          Keep this line
        </Button>
      </PageHead>
      <div className={classes.page}>
        <div className={classes.left}>
          <div className={classes.head}>
            <div role="group" aria-label="Which line" className={classes.sides}>
              {(["suction", "discharge"] as const).map((s) => (
                <button key={s} type="button" aria-pressed={s === side} onClick={() => onSide(s)}>
                  {s === "suction" ? "Suction" : "Discharge"}
                </button>
              ))}
            </div>
            {side === "suction" ? (
              <Link href={`/priming?pump=${dto.pumpId}`}>Prime it on the bench</Link>
            ) : null}
            {back ? (
              <Link href={back}>Back to the run sheet</Link>
            ) : (
              <Link href={`/yard/${dto.pumpId}`}>{dto.tag}&rsquo;s page</Link>
            )}
          </div>
          {said ? (
            <p
              role={said.ok ? "status" : "alert"}
              className={classes.said}
              data-ok={said.ok || undefined}
            >
              {said.text}
            </p>
          ) : null}
          {shown.headline ? (
            <div className={classes.headline} aria-live="polite">
              <h2>
                {shown.headline} {shown.alarm ? <em>{shown.alarm}</em> : null}
              </h2>
              <p>{shown.about}</p>
            </div>
          ) : null}
          {view.lacks ? <p className={classes.lacks}>{view.lacks}</p> : null}
          {view.faults
            .filter((f) => f.at === null)
            .map((f) => (
              <p key={f.say} role="alert" className={classes.lacks}>
                {f.say}
              </p>
            ))}
          {stops && shown.parts.length > 0 ? (
            <p className={classes.lacks}>
              Something cannot be so: it is said at its part. This is the last drawing that could
              be.
            </p>
          ) : null}
          {draft.now.length === 0 ? (
            <Ready side={side} metres={metres} onBegin={begin} />
          ) : (
            <div className={classes.drawing}>
              <LineDrawing
                view={line.drawn}
                selected={chosenPart >= 0 ? chosenPart : null}
                onSelect={(i) => select(draft.now[i]?.id ?? null)}
              />
            </div>
          )}
          {shown.budget ? <Budget budget={shown.budget} /> : null}
          {side === "suction" && draft.now.length > 0 ? (
            <div className={classes.today}>
              {TODAY.map(([key, name, hint]) => (
                <TextInput
                  key={key}
                  label={name}
                  placeholder={hint}
                  value={today[key]}
                  error={faultOf(key, today[key])}
                  onChange={(e) => setToday({ ...today, [key]: e.currentTarget.value })}
                />
              ))}
            </div>
          ) : null}
          <section aria-label="Parts" className={classes.parts}>
            <p className={classes.soft} id="palette">
              Add a part{selected === null ? " at the end" : " after the one that is chosen"}:
            </p>
            <div role="group" aria-labelledby="palette" className={classes.palette}>
              {PALETTE[side].map((kind) => (
                <Button key={kind} variant="default" onClick={() => add(kind)}>
                  {PART_NAMES[kind].split(",")[0]}
                  {kind === "branch" ? " (branch)" : ""}
                </Button>
              ))}
            </div>
            <SortableList
              id={`line-${side}`}
              items={draft.now.map((p, i) => ({
                ...p,
                name: `${i + 1} ${PART_NAMES[p.part.kind ?? "pipe"]}`,
              }))}
              onStart={() => select(null)}
              onOver={line.hold}
              onMove={(from, to) => edit({ do: "move", from, to })}
              row={(item, index) => {
                const faults = view.faults.filter((f) => f.at === index);
                const open = item.id === selected;
                const drawn = stops ? undefined : shown.parts[index];
                return (
                  <div data-row={index}>
                    <button
                      type="button"
                      className={classes.row}
                      aria-expanded={open}
                      onClick={() => select(open ? null : item.id)}
                    >
                      <b>
                        {index + 1} {drawn?.name ?? PART_NAMES[item.part.kind ?? "pipe"]}
                      </b>
                      <span>{drawn?.line ?? ""}</span>
                      <small>
                        {drawn ? `${drawn.loss}, ${drawn.speed}` : ""}
                        {faults.length > 0 ? <em> look here</em> : null}
                      </small>
                    </button>
                    {open || faults.some((f) => f.stops) ? (
                      <PartEditor
                        part={item}
                        faults={faults}
                        onChange={edit}
                        onCopy={() => {
                          const as = newId();
                          edit({ do: "copy", id: item.id, as });
                          select(as);
                        }}
                      />
                    ) : null}
                  </div>
                );
              }}
            />
          </section>
          {shown.sweep ? <SweepTable sweep={shown.sweep} /> : null}
        </div>
        <aside className={classes.right} aria-label="Audit and proposal">
          <AuditPanel
            view={shown}
            chosen={chosen}
            onChoose={choose}
            onLook={(i) => select(draft.now[i]?.id ?? null)}
          />
          {view.changed ? (
            <div className={classes.proposal}>
              <div>
                <b>Proposal for the owner</b>
                <span>
                  drawing, {chosen.length === 1 ? "one change" : `${chosen.length} changes`}, both
                  columns
                </span>
              </div>
              <Button color="redLead.5" onClick={propose} loading={pending}>
                Keep and print
              </Button>
            </div>
          ) : null}
          {view.changed ? (
            <Button variant="default" mt={10} onClick={drawChanged}>
              Draw the line so
            </Button>
          ) : null}
          {dto.proposals.length > 0 ? (
            <nav aria-label="Proposals" className={classes.proposals}>
              <h2>Proposed before</h2>
              <ul>
                {dto.proposals.map((p) => (
                  <li key={p.id}>
                    <Link href={`/yard/${dto.pumpId}/line/${p.id}`}>
                      {dayAndClock(p.at, dto.zone)}, {p.by}
                    </Link>
                  </li>
                ))}
              </ul>
            </nav>
          ) : null}
        </aside>
      </div>
    </main>
  );
}

const NO_ANSWER = "The server did not answer. The drawing is kept here; try again in a moment.";

const DIMENSIONS: Readonly<Record<keyof Today, Dimension>> = {
  ...{
    flow: "flow",
    level: "length",
    standing: "length",
    temperature: "temperature",
    primer: "flow",
  },
};

function faultOf(key: keyof Today, text: string): string | undefined {
  if (text.trim() === "") return undefined;
  const parsed = parseReading(text, DIMENSIONS[key]);
  if (!parsed.ok) return parsed.error.message;
  return (key === "flow" || key === "primer") && !(parsed.value.mean > 0)
    ? "A flow above 0."
    : undefined;
}

/** Bore and level that a ready layout is made for: the pump's own where they are known. */
function usual(dto: LineDto, today: Today): { readonly bore: number; readonly level: number } {
  const of = (text: string | null | undefined) => {
    const parsed = text ? parseReading(text, "length") : undefined;
    return parsed?.ok ? parsed.value.mean : undefined;
  };
  return {
    bore: of(dto.written.pump.ports?.suction as string | undefined) ?? 0.08,
    level: of(today.level) ?? of(dto.written.suction?.sourceLevel as string | undefined) ?? 2,
  };
}

/** Where nothing is drawn: eight ways to begin. */
function Ready({
  side,
  metres,
  onBegin,
}: {
  side: LineSide;
  metres: unknown;
  onBegin: (id: string) => void;
}) {
  const loss = metres as { readonly flow?: string; readonly head?: string } | null | undefined;
  return (
    <section className={classes.ready} aria-label="Begin with">
      <p>
        {loss?.head
          ? `Its loss is given as ${loss.head} at ${loss.flow ?? "a flow"}: that counts until a line is kept here.`
          : "Nothing is drawn yet."}{" "}
        {side === "suction"
          ? "Begin with what comes nearest, and put it right:"
          : "Add its parts from the pump on."}
      </p>
      {side === "suction" ? (
        <ul>
          {READY_LAYOUTS.map((l) => (
            <li key={l.id}>
              <button type="button" onClick={() => onBegin(l.id)}>
                <b>{l.name}</b>
                <span>{l.about}</span>
              </button>
            </li>
          ))}
        </ul>
      ) : null}
    </section>
  );
}
