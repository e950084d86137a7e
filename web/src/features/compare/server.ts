import "server-only";
import {
  type ComparedPump,
  comparePumps,
  curveLine,
  type PumpComparison,
  type PumpOnSystem,
  systemLine,
} from "@yard-tack/core/board";
import { type PumpId, readCase } from "@yard-tack/core/case";
import { formatNumber, formatSi, type UnitSystem } from "@yard-tack/core/quantity";
import { situationOf } from "@yard-tack/core/visit";
import { loadPump, pumpChoices, type PumpRecord, sees, siteOf, type Sites } from "@/db";
import { together } from "@/shell/together";
import { NOTHING_ASKED, type WhatIfAsked, whatIfPumps } from "./what-if";

interface CompareLine {
  readonly name: string;
  readonly kind: "own" | "other" | "system";
  readonly points: readonly (readonly [flow: number, head: number])[];
}

export interface CompareDto {
  readonly pump: { readonly id: string; readonly tag: string; readonly siteName: string };
  readonly with: readonly { readonly id: string; readonly tag: string }[];
  /** Why nothing can be compared; in words. */
  readonly lack: string | null;
  readonly words: readonly string[];
  /** A row for each thing, a cell for each pump. */
  readonly rows: readonly { readonly name: string; readonly cells: readonly string[] }[];
  readonly says: readonly { readonly name: string; readonly says: readonly string[] }[];
  readonly lines: readonly CompareLine[];
  readonly duties: readonly {
    readonly name: string;
    readonly at: readonly [flow: number, head: number];
  }[];
  readonly units: UnitSystem;
  /** What was asked beside pumps of the Yard, as it was typed, and what is wrong with it by its field. */
  readonly whatIf: WhatIfAsked;
  readonly faults: Readonly<Partial<Record<keyof WhatIfAsked, string>>>;
  /** Words that were looked for, and what was found. */
  readonly find: string;
  readonly choices: readonly { readonly id: string; readonly name: string }[];
}

/** Pumps beside the one that is there. */
const MOST_COMPARED = 4;
const CHOICES = 12;

const LACKS = {
  system:
    "Its system is not known: give it a static head and a duty, or draw its lines (Pump, place and motor).",
  unread: "Its file is not in order: its page says which part, and how to mend it.",
  curve: "It has no curve: give it one first (Give it a curve).",
} as const;

/** What the flanges are rated for, gauge [Pa], where a body plate says it as PN. */
function ratingOf({ body }: PumpRecord): number | undefined {
  const ports = body?.["ports"];
  const [, pn] = /\bPN\s?(\d+(?:\.\d+)?)/i.exec(typeof ports === "string" ? ports : "") ?? [];
  return pn === undefined ? undefined : Number(pn) * 1e5;
}

/** Undefined where there is no such pump. */
export async function loadCompare(
  sites: Sites,
  id: PumpId,
  others: readonly PumpId[],
  { find, whatIf }: { readonly find: string; readonly whatIf: WhatIfAsked },
  units: UnitSystem,
): Promise<CompareDto | undefined> {
  const own = await loadPump(id);
  if (!own) return undefined;
  const wanted = [...new Set(others)].filter((o) => o !== id).slice(0, MOST_COMPARED);
  const [found, choices] = await Promise.all([
    Promise.all(wanted.map((o) => seen(sites, o))),
    find.trim() === "" ? [] : pumpChoices(sites, find),
  ]);
  const records = found.filter((r) => r !== undefined);
  const self = named(own);
  const beside = records.flatMap((r) => named(r) ?? []);
  const made = self ? whatIfPumps(self, whatIf) : NOTHING_ASKED;
  const compared = self
    ? comparePumps(self, [...made.pumps, ...beside], units, ratingOf(own))
    : "unread";
  const told = typeof compared === "string" ? undefined : compared;
  return {
    pump: { id: own.id, tag: own.tag, siteName: own.siteName },
    with: records.map((r) => ({ id: r.id, tag: r.tag })),
    lack: typeof compared === "string" ? LACKS[compared] : null,
    words: (told?.words ?? []).map(together),
    rows: told ? rowsOf(told.pumps, units) : [],
    says: (told?.pumps ?? []).flatMap(({ name, says }) =>
      says.length > 0 ? [{ name, says }] : [],
    ),
    lines: told ? linesOf(told) : [],
    duties: (told?.pumps ?? []).flatMap(({ name, duty }) =>
      duty ? [{ name, at: [duty.flow, duty.head] as const }] : [],
    ),
    units,
    ...{ whatIf, faults: made.faults },
    find,
    choices: choices
      .filter((c) => c.id !== id && !wanted.includes(c.id))
      .slice(0, CHOICES)
      .map((c) => ({ id: c.id, name: c.name })),
  };
}

/** A pump at a place that may be seen. */
async function seen(sites: Sites, id: PumpId): Promise<PumpRecord | undefined> {
  const site = await siteOf({ pump: id });
  return site && sees(sites, site) ? loadPump(id) : undefined;
}

/** With its fingerprint, which was read on its own system; undefined where its file cannot be read. */
function named(pump: PumpRecord): ComparedPump | undefined {
  const file = readCase({ ...pump.written, snapshots: [{ label: "as found" }] });
  return file.ok ? { name: pump.tag, situation: situationOf(file.value) } : undefined;
}

function rowsOf(pumps: readonly PumpOnSystem[], units: UnitSystem): CompareDto["rows"] {
  const row = (name: string, of: (p: PumpOnSystem) => string | undefined) => ({
    name,
    cells: pumps.map((p) => of(p) ?? "not known"),
  });
  const percent = (v: number | undefined) =>
    v === undefined ? undefined : `${formatNumber(100 * v, 2)} %`;
  return [
    row("pump", (p) => p.name),
    row("flow here", (p) => p.duty && formatSi(p.duty.flow, "flow", units)),
    row("head here", (p) => p.duty && formatSi(p.duty.head, "length", units)),
    row("of its best flow", (p) => percent(p.ofBest)),
    row("efficiency of the pump", (p) => percent(p.efficiency)),
    row("power at the shaft", (p) =>
      p.power === undefined ? undefined : formatSi(p.power, "power", units),
    ),
    row("energy for 1000 m³", (p) =>
      p.perVolume === undefined ? undefined : `${formatNumber(p.perVolume / 3600, 3)} kWh`,
    ),
    row("NPSH required", (p) =>
      p.npshr === undefined ? undefined : formatSi(p.npshr, "length", units),
    ),
    row("NPSH margin", (p) =>
      p.margin === undefined ? undefined : formatSi(p.margin, "length", units),
    ),
    row("against a shut valve, gauge", (p) =>
      p.shutOff === undefined ? undefined : formatSi(p.shutOff, "pressure", units),
    ),
    row("speed for the duty asked", (p) => percent(p.speedForDuty)),
  ];
}

/** Beyond the flows that matter here a large pump's curve is cut off: so many times the largest. */
const BEYOND = 1.5;

function linesOf({ curves, system, pumps }: PumpComparison): CompareLine[] {
  const lines = curves.map(({ name, curve }, i): CompareLine => ({
    ...{ name, points: curveLine(curve), kind: i === 0 ? "own" : "other" },
  }));
  const ownEnd = lines[0]?.points.at(-1)?.[0] ?? 0;
  const most = Math.max(ownEnd, ...pumps.map((p) => BEYOND * (p.duty?.flow ?? 0)));
  const cut = lines.map((l) => ({ ...l, points: l.points.filter(([q]) => q <= most) }));
  const top = 1.05 * Math.max(...cut.flatMap((l) => l.points.map(([, h]) => h)));
  const rise = Math.max(0, top - system.staticHead);
  const end = system.resistance > 0 ? Math.sqrt(rise / system.resistance) : most;
  const pipes = systemLine(system, Math.min(most, end));
  return [...cut, { name: "system", kind: "system", points: pipes }];
}
