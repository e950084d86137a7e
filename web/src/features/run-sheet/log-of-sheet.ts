/** What of a sheet goes into its log entry: readings, words and pictures, named for a reader. */
import {
  cautionRow,
  type CautionId,
  CAUTIONS,
  observationRow,
  testRow,
} from "@yard-tack/core/diagnosis";
import {
  captureOf,
  deadTestOf,
  factsOf,
  plateFields,
  type PlateKind,
} from "@yard-tack/core/procedure";
import { clock } from "@/shell/times";
import type { ReadingEntry } from "./entries";
import type { SheetDto } from "./sheet-dto";
import { foldEntries, type Note, type SheetState } from "./sheet-state";
import { slotsOf } from "./slots";
import { goneKey } from "./photo-notes";

/** Readings, as they count and as they were corrected. */
export function readingsOf(sheet: SheetDto) {
  const { pump } = sheet;
  const state = foldEntries(sheet.entries);
  const slots = slotsOf(pump, factsOf(pump.base), pump.units);
  const line = (r: ReadingEntry) => {
    const test = r.snapshot.startsWith("test:") ? r.snapshot.slice("test:".length) : undefined;
    const field = test
      ? captureOf(test)
          ?.groups.flatMap((g) => g.fields)
          .find((f) => f.slot === r.slot)
      : slots.find((s) => s.slot === r.slot);
    return {
      snapshot: test ? (testRow(test)?.name ?? test) : r.snapshot,
      name: field?.name ?? r.slot,
      raw: r.reason ? `${r.raw} (kept: ${r.reason})` : r.raw,
      by: sheet.people[r.personId] ?? "somebody",
      at: r.at,
    };
  };
  const current = new Set([...state.readings.values()].map((r) => r.id));
  const readings = sheet.entries.filter(
    (e): e is ReadingEntry => e.kind === "reading" && e.raw !== "",
  );
  return {
    readings: readings.filter((r) => current.has(r.id)).map(line),
    superseded: readings.filter((r) => !current.has(r.id)).map(line),
  };
}

/** What was seen, tested and acknowledged. */
export function doneOf(sheet: SheetDto, state: SheetState) {
  return {
    seen: [...state.observations].map(([id, s]) => ({
      name: observationRow(id)?.name ?? id,
      state: s,
    })),
    tests: [...state.outcomes].map(([id, o]) => {
      const row = testRow(id);
      return {
        name: row?.name ?? id,
        outcome: row?.outcomes.find((x) => x.id === o.outcome)?.name ?? o.outcome,
        at: o.at,
      };
    }),
    cautions: [...state.acknowledged].map(([id, a]) => ({
      title: CAUTIONS.some((c) => c.id === id) ? cautionRow(id as CautionId).title : id,
      by: sheet.people[a.personId] ?? "somebody",
      at: a.at,
    })),
  };
}

interface Words {
  readonly name: string;
  readonly text: string;
}

/** The notes of a sheet in the words of a log; those that mean nothing to a reader are left out. */
export function wordsOf(sheet: SheetDto, state: SheetState): Words[] {
  const facts = factsOf(sheet.pump.base);
  const gaugeName = (id: string) =>
    sheet.pump.instruments.find((i) => i.id === id)?.name ?? "gauge";
  const fieldName = (kind: string, key: string) =>
    plateFields(kind as PlateKind, facts).find((f) => f.key === key)?.name ?? key;
  const plateName = (kind: string) => (kind === "motor" ? "Motor plate" : "Body plate");
  const at = (note: Note) => clock(note.at, sheet.pump.zone);
  const by = (note: Note) => `${sheet.people[note.personId] ?? "somebody"}, ${at(note)}`;
  const SAY: Readonly<Record<string, (rest: readonly string[], note: Note) => Words | undefined>> =
    {
      call: (_, n) => ({ name: "What changed", text: n.text }),
      look: (_, n) => ({ name: "Also seen or heard", text: n.text }),
      rotation: (_, n) => ({ name: "Of the rotation", text: n.text }),
      test: ([id = ""], n) => ({ name: testRow(id)?.name ?? id, text: n.text }),
      noafter: ([id = ""], n) => ({
        name: testRow(id)?.name ?? id,
        text: `no reading after it: ${n.text}`,
      }),
      isolation: ([what = ""], n) =>
        what === "by"
          ? { name: "Isolated and proven dead by", text: `${n.text}, as told at ${at(n)}` }
          : { name: "Supply off, locked and tagged", text: by(n) },
      dead: ([id = ""], n) => ({
        name: deadTestOf(facts).find((c) => c.id === id)?.name ?? id,
        text: `${n.text}, ${by(n)}`,
      }),
      plate: ([kind = "", key = ""], n) => ({
        name: `${plateName(kind)}, ${fieldName(kind, key).toLowerCase()}`,
        text: n.text,
      }),
      unread: ([kind = "", key = ""]) => ({
        name: `${plateName(kind)}, ${fieldName(kind, key).toLowerCase()}`,
        text: "could not be read",
      }),
      gauge: ([id = "", fact = ""], n) =>
        fact === "height" || fact === "line"
          ? { name: `${gaugeName(id)}, ${fact}`, text: n.text }
          : undefined,
      zero: ([id = ""], n) => ({ name: `${gaugeName(id)} at rest`, text: n.text }),
      with: ([side = ""], n) => ({
        name: `${side === "suction" ? "Suction" : "Discharge"} read with`,
        text: gaugeName(n.text),
      }),
      stop: ([id = ""], n) => ({
        name: `Stop: ${id.replace("-", " ")}`,
        text: `answered by ${by(n)}`,
      }),
      volts: (_, n) => ({
        name: "Voltages were read",
        text: n.text === "lines" ? "line to line" : "line to neutral",
      }),
      tag: (_, n) => ({ name: "Tag seen", text: n.text }),
      opened: () => ({ name: "The pump", text: "was open" }),
    };
  return [...state.notes].flatMap(([key, note]) => {
    const [head = "", ...rest] = key.split(".");
    const words = SAY[head]?.(rest, note);
    return words ? [words] : [];
  });
}

/** Pictures that were not taken away, with what they show. */
export const picturesOf = (sheet: SheetDto, state: SheetState) =>
  sheet.photos
    .filter((p) => !state.notes.has(goneKey(p.id)))
    .map((p) => ({
      about: p.about.replace("-", " "),
      url: `/api/sheets/${sheet.id}/photos/${p.id}`,
      width: p.width,
      height: p.height,
    }));
