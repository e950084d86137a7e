/** Each cause as the Board opens it: its readings one by one, its curve, its remedies; and what if. */
import type { CauseId } from "../case/index.ts";
import {
  cautionRow,
  type Diagnosis,
  headUnder,
  itemName,
  readingsTogether,
  readingValue,
} from "../diagnosis/index.ts";
import type { UnitSystem } from "../quantity/index.ts";
import { spokenPosition } from "../visit/index.ts";

/** One reading under one cause. */
export interface ReadingEvidenceView {
  readonly name: string;
  readonly seen: string;
  readonly predicted: string;
  /** Above 0 it speaks for the cause. */
  readonly bits: number;
}

/** The pump's curve as the sheet says and as the cause leaves it, against what was measured. SI. */
export interface CausePicture {
  /** [m³/s, m] */
  readonly sheet: readonly (readonly [number, number])[];
  readonly under: readonly (readonly [number, number])[];
  /** Where the cause puts each snapshot, and the head measured in it. */
  readonly points: readonly {
    readonly label: string;
    readonly flow: number;
    readonly head: number;
    readonly measured: number | undefined;
  }[];
}

export interface CauseView {
  readonly id: CauseId;
  readonly name: string;
  readonly mechanism: string;
  readonly probability: number;
  readonly bitsFor: number;
  readonly bitsAgainst: number;
  /** The reading that weighs most, either way. */
  readonly decisive: string;
  readonly readings: readonly ReadingEvidenceView[];
  /** What was seen, heard and tested. */
  readonly signs: readonly { readonly what: string; readonly bits: number }[];
  readonly picture: CausePicture | undefined;
  readonly firstAid: string;
  readonly repair: string;
  readonly parts: readonly string[];
  readonly skills: string;
  readonly proof: string;
  readonly cautions: readonly string[];
}

/** The ranking with one thing left out. */
export interface WhatIf {
  readonly id: string;
  readonly name: string;
  readonly top: readonly {
    readonly id: string;
    readonly name: string;
    readonly probability: number;
  }[];
}

/** Signs that weigh less are left out of a cause's list [bits]. */
const WORTH_SAYING = 0.1;
/** So many causes are worked out to the picture. */
const PICTURED = 6;
const SHOWN_IF = 4;

/** The causes, likeliest first. */
export function causeViews(d: Diagnosis, units: UnitSystem): CauseView[] {
  return ordered(d).map((index, rank) => causeView(d, index, rank < PICTURED, units));
}

const ordered = ({ posterior }: Diagnosis): number[] =>
  posterior.causes
    .map((_, i) => i)
    .sort(
      (a, b) => (posterior.causes[b]?.probability ?? 0) - (posterior.causes[a]?.probability ?? 0),
    );

function causeView(d: Diagnosis, index: number, pictured: boolean, units: UnitSystem): CauseView {
  const { posterior } = d;
  const cause = posterior.causes[index];
  if (!cause) throw new Error(`no cause at ${index}`);
  const { row } = cause;
  const weighed = posterior.items.map((item) => ({ item, bits: posterior.bits(item, index) }));
  // Readings that bear each other out say more together than one by one.
  const ofReadings = posterior.bitsOfReadings(index);
  const sum = (sign: number) => {
    const all = weighed.filter((w) => w.bits * sign >= WORTH_SAYING);
    const total = (list: typeof all) => list.reduce((s, w) => s + w.bits * sign, 0);
    const read = total(all.filter((w) => w.item.reading));
    return total(all) - read + Math.max(read, ofReadings * sign);
  };
  const [strongest] = weighed.toSorted((a, b) => Math.abs(b.bits) - Math.abs(a.bits));
  return {
    id: row.id,
    name: row.name,
    mechanism: row.mechanism,
    probability: cause.probability,
    bitsFor: sum(1),
    bitsAgainst: sum(-1),
    decisive:
      readingsTogether(posterior, index, strongest?.bits ?? 0) ??
      (strongest && Math.abs(strongest.bits) >= WORTH_SAYING
        ? itemName(strongest.item, units)
        : "nothing read tells either way"),
    readings: weighed.flatMap(({ item: { reading }, bits }) => {
      if (!reading) return [];
      const predicted = cause.predicted.get(reading.id);
      const where =
        reading.snapshot && reading.snapshot !== "as found"
          ? `, ${spokenPosition(reading.snapshot)}`
          : "";
      return [
        {
          name: `${reading.label}${where}`,
          seen: readingValue(reading, reading.seen, units),
          predicted: predicted === undefined ? "" : readingValue(reading, predicted, units),
          bits,
        },
      ];
    }),
    signs: weighed
      .filter((w) => !w.item.reading && Math.abs(w.bits) >= WORTH_SAYING)
      .sort((a, b) => Math.abs(b.bits) - Math.abs(a.bits))
      .map((w) => ({ what: itemName(w.item, units), bits: w.bits })),
    picture: pictured ? pictureOf(d, index) : undefined,
    firstAid: row.firstAid,
    repair: row.repair,
    parts: row.parts,
    skills: row.skills,
    proof: row.proof,
    cautions: row.cautions.map((id) => {
      const c = cautionRow(id);
      return `${c.title}: ${c.text}`;
    }),
  };
}

const POINTS = 32;

function pictureOf(d: Diagnosis, index: number): CausePicture | undefined {
  const cause = d.posterior.causes[index];
  const sound = d.posterior.causes.find((c) => c.row.id === "healthy");
  const key = d.parts?.snapshot.key ?? "";
  const [under, sheet] = [cause?.settings.get(key), sound?.settings.get(key)];
  if (!cause || !under || !sheet || d.situation.curve === undefined) return undefined;
  const end = sheet.pump.reach;
  const along = (setting: typeof under) =>
    Array.from({ length: POINTS + 1 }, (_, i): [number, number] => {
      const q = (end * i) / POINTS;
      return [q, headUnder(setting, q)];
    });
  return {
    sheet: along(sheet),
    under: along(under),
    points: d.situation.snapshots.flatMap((snapshot) => {
      const state = cause.states.get(snapshot.key);
      if (!state) return [];
      const measured = snapshot.key === key ? d.parts?.duty.head?.value : undefined;
      return [{ label: snapshot.label, flow: state.flow, head: state.head, measured }];
    }),
  };
}

/** For each thing read, seen or tested: who would lead without it. The most telling first. */
export function whatIfs({ posterior }: Diagnosis, units: UnitSystem): WhatIf[] {
  const now = posterior.causes.map((c) => c.probability);
  return posterior.items
    .filter((i) => i.id !== "not-mentioned" && i.kind !== "running")
    .map((item) => {
      const without = posterior.without(item);
      const moved = without.reduce((s, p, i) => s + Math.abs(p - (now[i] ?? 0)), 0);
      const top = without
        .map((probability, i) => ({ probability, row: posterior.causes[i]?.row }))
        .sort((a, b) => b.probability - a.probability)
        .slice(0, SHOWN_IF)
        .flatMap(({ probability, row }) =>
          row ? [{ id: row.id, name: row.name, probability }] : [],
        );
      return { moved, view: { id: item.id, name: itemName(item, units), top } };
    })
    .sort((a, b) => b.moved - a.moved)
    .map((w) => w.view);
}
