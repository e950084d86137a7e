import "server-only";
import {
  caseOfPump,
  type CaseError,
  type CaseFile,
  FAMILIES,
  type PumpId,
  readPump,
  snapshotSchema,
  testSchema,
  type WrittenSnapshot,
} from "@yard-tack/core/case";
import { offered } from "@yard-tack/core/procedure";
import {
  lineOrPump,
  npshAsked,
  overTheYears,
  type Trend,
  trendOf,
  type WearBasis,
  wearOf,
  type YearLine,
  type YearVisit,
} from "@yard-tack/core/record";
import type { UnitSystem } from "@yard-tack/core/quantity";
import { situationOf } from "@yard-tack/core/visit";
import {
  atHand,
  type Identity,
  identityOf,
  loadPump,
  logOfPump,
  places,
  promisesOf,
  pumpsByCode,
  type Sites,
  visitPoints,
  yardPage,
  type YardPump,
} from "@/db";
import type { PumpDto } from "./pump-dto";
import { readCode } from "./tag-code";

interface YardSite {
  readonly id: string;
  readonly name: string;
  readonly zone: string;
  readonly pumps: readonly {
    readonly id: PumpId;
    readonly tag: string;
    readonly purpose: string;
    readonly family: string;
    readonly openSheet: { readonly id: string; readonly complaint: string } | null;
    readonly last: { readonly at: string; readonly title: string; readonly found: string } | null;
  }[];
  /** Taken off the yard; their logs stay. */
  readonly retired: readonly { readonly id: string; readonly tag: string }[];
}

export interface YardDto {
  /** Words that were looked for. */
  readonly text: string;
  readonly sites: readonly YardSite[];
  /** Pumps and places that were found in all, on this page or another. */
  readonly pumps: number;
  readonly places: number;
  /** From 0. */
  readonly page: number;
  readonly pages: number;
}

const LONGEST_SEARCH = 80;

/** Places with their pumps, what is open on them and what happened last. @param page - from 0 */
export async function loadYard(sites: Sites, text = "", page = 0): Promise<YardDto> {
  const words = text.trim().slice(0, LONGEST_SEARCH);
  const found = await yardPage(sites, words, page);
  const bySite = new Map<string, YardPump[]>();
  for (const pump of found.rows)
    bySite.set(pump.siteId, [...(bySite.get(pump.siteId) ?? []), pump]);
  return {
    text: words,
    sites: [...bySite].flatMap(([id, pumps]): YardSite[] => {
      const [first] = pumps;
      if (!first) return [];
      return [
        {
          id,
          name: first.siteName,
          zone: first.zone,
          pumps: pumps
            .filter((p) => !p.retired)
            .map(({ id: pumpId, tag, purpose, family, openSheet, last }) => ({
              id: pumpId,
              tag,
              purpose,
              family,
              openSheet: openSheet && { ...openSheet, complaint: openSheet.complaint || "round" },
              last: last && { ...last, at: last.at.toISOString() },
            })),
          retired: pumps
            .filter((p) => p.retired)
            .map(({ id: pumpId, tag }) => ({ id: pumpId, tag })),
        },
      ];
    }),
    pumps: found.pumps,
    places: found.places,
    page: found.page,
    pages: found.pages,
  };
}

export interface PumpPageDto {
  readonly pump: PumpDto;
  readonly trend: Trend | null;
  readonly wear: WearBasis | null;
  /** What drifts over its visits; whether the line or the pump is behind it, and what NPSH it asks for by now. */
  readonly years: readonly YearLine[];
  readonly behind: readonly string[];
  readonly visits: readonly {
    readonly id: string;
    readonly at: string;
    readonly kind: string;
    readonly title: string;
    readonly found: string;
    readonly done: string;
    readonly closed: string;
  }[];
  /** Procedures that are, or may be, for it. */
  readonly procedures: readonly { readonly id: string; readonly name: string }[];
  readonly promises: readonly {
    readonly id: string;
    readonly what: string;
    readonly dueAt: string;
    /** How it ended; null while it is open. */
    readonly ended: string | null;
  }[];
  readonly openSheetId: string | null;
  /** The newest picture of each plate. */
  readonly platePictures: readonly {
    readonly about: "body-plate" | "motor-plate";
    readonly at: string;
    readonly url: string;
    readonly width: number;
    readonly height: number;
  }[];
  /** The newest visit's snapshots, to draw the pump's present point from. */
  readonly lastSnapshots: readonly WrittenSnapshot[];
  /** Parts of the register that are not in order and were left out. */
  readonly faults: readonly CaseError[];
}

/** A pump's page; undefined when there is no such pump. */
export async function loadPumpPage(
  pumpId: PumpId,
  units: UnitSystem,
): Promise<PumpPageDto | undefined> {
  const pump = await loadPump(pumpId);
  if (!pump) return undefined;
  const [visits, around, points, promises] = await Promise.all([
    logOfPump(pumpId),
    atHand(pumpId),
    visitPoints(pumpId),
    promisesOf(pumpId),
  ]);
  const register = readPump(pump.written);
  const situation = register.ok ? situationOf(caseOfPump(register.value.file)) : undefined;
  const trend = trendOf(situation?.curve, points);
  const past = register.ok ? yearVisits(caseOfPump(register.value.file), visits, points) : [];
  return {
    pump,
    trend: trend ?? null,
    years: overTheYears(trend, past, units),
    behind: [lineOrPump(past), npshAsked(past)].flatMap((says) => says ?? []),
    wear: (situation && wearOf(situation, trend)) ?? null,
    visits: visits.map(({ id, at, kind, title, record }) => ({
      id,
      at: at.toISOString(),
      kind,
      title,
      found: record.found,
      done: record.done,
      closed: record.closed,
    })),
    procedures: offered({ pump: pump.view.facts, control: undefined }).map(({ procedure }) => ({
      id: procedure.id,
      name: procedure.name,
    })),
    promises: promises.map(({ id, what, dueAt, outcome, why }) => ({
      id,
      what,
      dueAt: dueAt.toISOString(),
      ended: outcome && (why === "" ? outcome : `${outcome}: ${why}`),
    })),
    openSheetId: around?.openSheetId ?? null,
    platePictures: (around?.plates ?? []).map(
      ({ id: photo, sheetId, about, at, width, height }) => ({
        ...{ about, at, width, height },
        url: `/api/sheets/${sheetId}/photos/${photo}`,
      }),
    ),
    lastSnapshots: visits.find((v) => v.record.snapshots.length > 0)?.record.snapshots ?? [],
    faults: pump.faults,
  };
}

/** Visits that are held against each other, besides the oldest fingerprint. */
const YEARS_VISITS = 40;

/** Signed visits with readings as cases: the newest, and the one that the fingerprint was taken at. */
function yearVisits(
  { fingerprint: _own, history: _past, ...pump }: CaseFile,
  log: Awaited<ReturnType<typeof logOfPump>>,
  points: Awaited<ReturnType<typeof visitPoints>>,
): readonly YearVisit[] {
  const bases = new Set(points.filter((p) => p.fingerprint).map((p) => p.at));
  return log
    .filter(({ record }) => record.snapshots.length + record.measured.length > 0)
    .filter((v, i) => i < YEARS_VISITS || bases.has(v.at.toISOString()))
    .map(({ at, kind, record }) => ({
      ...{ at: at.toISOString(), kind, fingerprint: bases.has(at.toISOString()) },
      file: {
        ...{ ...pump, fingerprint: [], history: [] },
        snapshots: record.snapshots.flatMap((s) => snapshotSchema.safeParse(s).data ?? []),
        tests: record.measured.flatMap((t) => testSchema.safeParse(t).data ?? []),
        observations: record.noticed,
      },
    }));
}

export interface IdentityDto extends Identity {
  readonly families: readonly string[];
  /** Zones the server knows; a browser may know others. */
  readonly zones: readonly string[];
}

/** What a pump is called and where it belongs; undefined when there is no such pump. */
export async function loadIdentity(sites: Sites, id: PumpId): Promise<IdentityDto | undefined> {
  const found = await identityOf(sites, id);
  return (
    found && {
      ...found,
      families: FAMILIES,
      zones: [
        ...new Set([...Intl.supportedValuesOf("timeZone"), ...found.places.map((p) => p.zone)]),
      ],
    }
  );
}

/** Every place, to put a pump at. */
export const knownPlaces = places;

/** The pump whose tag carries this code; undefined when none or more than one does. */
export async function pumpByCode(text: string): Promise<PumpId | undefined> {
  const code = readCode(text);
  if (!code) return undefined;
  const found = await pumpsByCode(code);
  return found.length === 1 ? found[0] : undefined;
}
