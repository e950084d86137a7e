"use client";

import type { Ask, Field } from "@yard-tack/core/guide";
import type { StepNow } from "@yard-tack/core/procedure";
import { parseQuantity, type UnitSystem } from "@yard-tack/core/quantity";
import { measureKey, placeKey, type Run, type Strip } from "@yard-tack/core/visit";
import { ReadingStrip, type StripReading } from "../reading-strip";
import { SheetStrip } from "../sheet-strip";
import { takeOver } from "../take-over";
import { DropCounter } from "../timing/drop-counter";
import { Watch } from "../timing/watch";
import type { Sheet } from "../use-sheet";
import classes from "./procedures.module.css";

const stripOf = (f: Field, units: UnitSystem): Strip => ({
  slot: f.slot,
  name: f.optional ? `${f.name}, if it can be read` : f.name,
  dimension: f.dimension,
  units: units === "us" ? f.us : f.metric,
  signed: f.signed ?? false,
});

interface Props {
  readonly sheet: Sheet;
  readonly units: UnitSystem;
  readonly run: Run;
  readonly step: StepNow;
}

/** The strips of a step: some are readings of the sheet, some its own. */
export function StepValues({ sheet, units, run, step }: Props) {
  return (
    <div className={classes.values}>
      {(step.form.fields ?? []).map((field) => (
        <StepValue
          key={`${field.slot}/${step.round}`}
          field={field}
          {...{ sheet, units, run, step }}
        />
      ))}
    </div>
  );
}

function StepValue({ sheet, units, run, step, field }: Props & { readonly field: Field }) {
  const place = { run: run.run, step: step.step, round: step.round, slot: field.slot };
  const keep = (read: StripReading) =>
    sheet.add({ kind: "measure", ...place, dimension: field.dimension, ...read });
  const take = (raw: string) => {
    if (field.reads) takeOver(sheet, field.reads.at, field.reads.slot, raw);
    else {
      const parsed = parseQuantity(raw, field.dimension);
      if (!parsed.ok) throw new Error(`${raw}: ${parsed.error.message}`);
      keep({ raw, unit: parsed.value.unit, si: parsed.value.si, fault: null, reason: null });
    }
  };
  const below =
    field.by === "drops" ? (
      <DropCounter onTake={take} />
    ) : field.by === "watch" ? (
      <Watch id={`${sheet.dto.id}/${measureKey(place)}`} onTake={take} />
    ) : undefined;
  const slot = stripOf(field, units);
  if (field.reads) {
    return (
      <SheetStrip
        {...{ sheet, units, below }}
        slot={{ ...slot, slot: field.reads.slot }}
        snapshot={field.reads.at}
        compact
      />
    );
  }
  const key = measureKey(place);
  return (
    <ReadingStrip
      key={`${key}${sheet.ready ? "" : "-early"}`}
      slot={slot}
      limits={{ atmosphere: sheet.dto.pump.view.atmosphere }}
      system={units}
      entry={run.values.get(placeKey(place, field.slot))}
      draft={sheet.drafts.get(key)}
      expected={undefined}
      compact
      below={below}
      locked={sheet.dto.signedAt !== null}
      onDraft={(text) => sheet.draft(key, text)}
      onLive={() => undefined}
      onReading={keep}
    />
  );
}

/** A question of a step; an answer that cannot be given now says why. */
export function StepQuestion({
  sheet,
  run,
  step,
  ask,
}: Omit<Props, "units"> & { readonly ask: Ask }) {
  const place = { step: step.step, round: step.round };
  const chosen = step.scope.answerAt(place, ask.id);
  const closed = ask.options.flatMap((o) => {
    const why = o.id === chosen ? undefined : step.closed.get(`${ask.id}/${o.id}`);
    return why === undefined ? [] : [{ id: o.id, why }];
  });
  return (
    <div role="group" aria-label={ask.name} className={classes.ask}>
      <span>{ask.name}</span>
      <div>
        {ask.options.map((o) => (
          <button
            key={o.id}
            type="button"
            aria-pressed={o.id === chosen}
            disabled={closed.some((c) => c.id === o.id)}
            onClick={() =>
              sheet.add({
                kind: "step",
                run: run.run,
                ...place,
                what: { is: "answer", ask: ask.id, value: o.id },
              })
            }
          >
            {o.name}
          </button>
        ))}
      </div>
      {closed.map((c) => (
        <p key={c.id} className={classes.closed}>
          {c.why}
        </p>
      ))}
    </div>
  );
}
