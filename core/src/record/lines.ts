/** A visit's entries as lines for a reader: readings, what was seen, tests, cautions, notes, pictures. */
import type { PlateKind } from "../case/index.ts";
import { testOfSnapshot } from "../case/index.ts";
import { cautionRow, observationRow, testRow } from "../diagnosis/index.ts";
import { captureOf, deadTestOf, plateFields, triagePart } from "../procedure/index.ts";
import type { UnitSystem } from "../quantity/index.ts";
import {
  calibrationRunOut,
  foldEntries,
  notedText,
  placeKey,
  readingKey,
  type Instrument,
  type Note,
  picturesLeft,
  type PictureFacts,
  type PumpFacts,
  type ReadingEntry,
  type SheetEntry,
  stripsOf,
  type VisitState,
} from "../visit/index.ts";
import type { RecordLines, VisitRecord } from "./record.ts";

/** What the lines are made from. */
export interface VisitSheet {
  readonly facts: PumpFacts;
  readonly instruments: readonly Instrument[];
  readonly units: UnitSystem;
  readonly entries: readonly SheetEntry[];
  readonly pictures: readonly (PictureFacts & { readonly url: string })[];
  /** Names of the people by their ids. */
  readonly people: Readonly<Record<string, string>>;
}

const SOMEBODY = "somebody";

/** Everything of a visit that a log tells. */
export function linesOf(visit: VisitSheet): RecordLines {
  const state = foldEntries(visit.entries);
  const nameOf = (id: string) => visit.people[id] ?? SOMEBODY;
  const orders = visit.entries.flatMap((e) => e.order ?? []);
  return {
    ...readingLines(visit, state),
    seen: [...state.observations].map(([id, s]) => ({
      name: observationRow(id)?.name ?? id,
      state: s,
    })),
    tests: [...state.outcomes].map(([id, o]) => {
      const row = testRow(id);
      const outcome = row?.outcomes.find((x) => x.id === o.outcome)?.name ?? o.outcome;
      return { name: row?.name ?? id, outcome, at: o.at };
    }),
    cautions: [...state.acknowledged].map(([id, a]) => ({
      title: cautionRow(id).title,
      by: nameOf(a.personId),
      at: a.at,
    })),
    words: [...noteLines(visit, state), ...calibrationLines(visit, state)],
    procedures: procedureLines(visit, state),
    pictures: picturesLeft(visit.pictures, state).map(({ about, url, width, height }) => ({
      about: about.replace("-", " "),
      url,
      width,
      height,
    })),
    upTo: orders.length > 0 ? Math.max(...orders) : null,
  };
}

/** Readings, as they count and as they were corrected. */
function readingLines(visit: VisitSheet, state: VisitState) {
  const strips = stripsOf(visit.instruments, visit.facts, visit.units);
  const line = (r: ReadingEntry) => {
    const test = testOfSnapshot(r.snapshot);
    const field = test
      ? captureOf(test)
          ?.groups.flatMap((g) => g.fields)
          .find((f) => f.slot === r.slot)
      : strips.find((s) => s.slot === r.slot);
    return {
      snapshot: test ? (testRow(test)?.name ?? test) : r.snapshot,
      name: field?.name ?? r.slot,
      raw: r.reason ? `${r.raw} (kept: ${r.reason})` : r.raw,
      by: visit.people[r.personId] ?? SOMEBODY,
      at: r.at,
    };
  };
  const current = new Set([...state.readings.values()].map((r) => r.id));
  const readings = visit.entries.filter(
    (e): e is ReadingEntry => e.kind === "reading" && e.raw !== "",
  );
  return {
    readings: readings.filter((r) => current.has(r.id)).map(line),
    superseded: readings.filter((r) => !current.has(r.id)).map(line),
  };
}

/** Procedures that were begun, with what was read and said at each step that was done. */
function procedureLines(visit: VisitSheet, state: VisitState): VisitRecord["procedures"] {
  return [...state.runs.values()].map((run) => {
    const steps = [...run.said.values()]
      .filter((e) => e.what.is === "done")
      .map((done) => {
        const form = run.form.steps.find((s) => s.id === done.step);
        const place = { step: done.step, round: done.round };
        const values = (form?.fields ?? []).flatMap((f) => {
          const raw = f.reads
            ? state.readings.get(readingKey(f.reads.at, f.reads.slot))?.raw
            : run.values.get(placeKey(place, f.slot))?.raw;
          return raw === undefined ? [] : [`${f.name} ${raw}`];
        });
        const answers = (form?.asks ?? []).flatMap((a) => {
          const what = run.said.get(placeKey(place, `?${a.id}`))?.what;
          const name = a.options.find((o) => o.id === what?.value)?.name;
          return name === undefined ? [] : [`${a.name}: ${name}`];
        });
        return {
          what: form?.what ?? done.step,
          said: [...values, ...answers].join("; "),
          by: visit.people[done.personId] ?? SOMEBODY,
          at: done.at,
        };
      });
    const ended = notedText(state, { topic: "run-ended", run: run.run });
    return {
      name: run.form.name,
      ended: ended === undefined ? "not ended" : ended === "done" ? "gone through" : ended,
      steps,
    };
  });
}

type Line = VisitRecord["words"][number];

/** Name of the line that tells of instruments whose calibration had run out. */
export const CALIBRATION = "Calibration had run out";

/** Instruments that were read with past their calibration, each with what it read. */
function calibrationLines(visit: VisitSheet, state: VisitState): Line[] {
  const strips = stripsOf(visit.instruments, visit.facts, visit.units);
  const read = new Map<string, Set<string>>();
  for (const { slot, at } of state.readings.values()) {
    const strip = strips.find((s) => s.slot === slot);
    const over = strip && calibrationRunOut(visit, state, strip, at);
    if (!strip || !over) continue;
    const key = `${over.name}, good until ${over.goodUntil}`;
    read.set(key, (read.get(key) ?? new Set()).add(strip.name));
  }
  return [...read].map(([instrument, slots]) => ({
    name: CALIBRATION,
    text: `${instrument}: ${[...slots].join(", ")}`,
  }));
}

/** The notes of a visit in the words of a log; those that mean nothing to a reader are left out. */
function noteLines(visit: VisitSheet, state: VisitState): Line[] {
  const say = sayer(visit);
  return [...state.notes.values()].flatMap(({ note, personId, at }) => {
    const line = say(note);
    if (!line) return [];
    const { signed, ...words } = line;
    return [signed ? { ...words, by: visit.people[personId] ?? SOMEBODY, at } : words];
  });
}

/** A line, and whether who noted it and when belongs to it. */
interface Said {
  readonly name: string;
  readonly text: string;
  readonly signed?: true;
}

const PLATE_NAMES: Readonly<Record<PlateKind, string>> = {
  body: "Body plate",
  motor: "Motor plate",
};

const WORDS_NAMES = {
  call: "What changed",
  look: "Also seen or heard",
  rotation: "Of the rotation",
  fix: "Said of the work",
  prove: "Seen when it was proven",
} as const;

function sayer({ facts, instruments }: VisitSheet): (note: Note) => Said | undefined {
  const gaugeName = (id: string) => instruments.find((i) => i.id === id)?.name ?? "gauge";
  const plateName = (plate: PlateKind, field: string) => {
    const name = plateFields(plate, facts).find((f) => f.key === field)?.name ?? field;
    return `${PLATE_NAMES[plate]}, ${name.toLowerCase()}`;
  };
  return (note) => {
    const text = note.value ?? "";
    switch (note.topic) {
      case "words":
        return { name: WORDS_NAMES[note.about], text };
      case "test-words":
        return { name: testRow(note.test)?.name ?? note.test, text };
      case "no-after":
        return {
          name: testRow(note.test)?.name ?? note.test,
          text: `no reading after it: ${text}`,
        };
      case "isolated-by":
        return { name: "Isolated and proven dead by", text, signed: true };
      case "locked":
        return { name: "Supply", text: "off, locked and tagged", signed: true };
      case "triage":
        return {
          name: `Looked at: ${triagePart(note.part)?.name ?? note.part}`,
          text: text === "found" ? "that was it" : "in order",
        };
      case "dead":
        return {
          name: deadTestOf(facts).find((c) => c.id === note.check)?.name ?? note.check,
          text,
          signed: true,
        };
      case "plate":
        return { name: plateName(note.plate, note.field), text };
      case "unreadable":
        return { name: plateName(note.plate, note.field), text: "could not be read" };
      case "gauge":
        return note.fact === "height" || note.fact === "line"
          ? { name: `${gaugeName(note.instrument)}, ${note.fact}`, text }
          : undefined;
      case "zero":
        return { name: `${gaugeName(note.instrument)} at rest`, text };
      case "read-with":
        return {
          name: `${note.side === "suction" ? "Suction" : "Discharge"} read with`,
          text: gaugeName(text),
        };
      case "stop":
        return { name: `Stop: ${note.stop.replace("-", " ")}`, text: "answered", signed: true };
      case "volts-between":
        return {
          name: "Voltages were read",
          text: text === "lines" ? "line to line" : "line to neutral",
        };
      case "tag":
        return { name: "Tag seen", text };
      case "opened":
        return { name: "The pump", text: "was open" };
      case "needle":
        return { name: "Needle, look by look", text: text.replaceAll("\n", "; ") };
      case "halving":
        return {
          name: `Line shut at part ${Number(note.part) + 1}`,
          text: text === "holds" ? "the needle held" : "the needle fell",
        };
      case "hours-run":
        return { name: "Hours run, by its counter", text };
      case "used":
        return { name: "Used", text: note.part };
      case "time-used":
        return { name: "Time used", text };
      case "picture-gone":
        return undefined;
    }
  };
}
