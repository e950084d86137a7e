import "server-only";
import { caseOfPump, type PumpId, readPump } from "@yard-tack/core/case";
import { FIT_FIELDS, nextPump, type NextPump, writtenRows } from "@yard-tack/core/report";
import type { UnitSystem } from "@yard-tack/core/quantity";
import { situationOf, stripsOf } from "@yard-tack/core/visit";
import { type Fit, fitOf, loadPump, logOfPump, type PumpRecord } from "@/db";

type Facts = Readonly<Record<string, string | number>>;

export interface NextPumpDto {
  readonly pump: Pick<PumpRecord, "id" | "tag" | "purpose" | "siteName" | "zone" | "retiredAt">;
  readonly card: NextPump;
  readonly fields: readonly (typeof FIT_FIELDS)[number][];
  /** The row in force; null where nothing is noted. */
  readonly fit: Fit | null;
}

/**
 * A pump's card for the next one; undefined where there is no such pump.
 * @param asked - units; those of its place where nobody says
 */
export async function loadNextPump(
  id: PumpId,
  asked?: UnitSystem,
): Promise<NextPumpDto | undefined> {
  const [pump, fit] = await Promise.all([loadPump(id), fitOf(id)]);
  if (!pump) return undefined;
  const { tag, purpose, siteName, zone, retiredAt } = pump;
  return {
    pump: { id, tag, purpose, siteName, zone, retiredAt },
    card: cardOf(pump, fit, asked ?? pump.units),
    fields: FIT_FIELDS.filter((f) => f.families?.some((x) => x === pump.family) ?? true),
    fit: fit ?? null,
  };
}

function cardOf(pump: PumpRecord, fit: Fit | undefined, units: UnitSystem): NextPump {
  const { history: _past, ...register } = pump.written;
  const read = readPump(register);
  // What is not in order in the register was left out when it was read; the rest is told.
  const file = read.ok
    ? read.value.file
    : { format: "yard-tack/case" as const, version: 1 as const, pump: register.pump };
  return nextPump({
    written: pump.written,
    situation: situationOf(caseOfPump(file as Parameters<typeof caseOfPump>[0])),
    body: pump.body as Facts | null,
    motor: pump.motor as Facts | null,
    fit: (fit?.facts as Facts | undefined) ?? null,
    units,
    day: pump.loadedAt,
  });
}

export interface ClaimDto extends Pick<NextPumpDto, "pump" | "card"> {
  readonly body: Facts | null;
  readonly motor: Facts | null;
  readonly fit: Facts | null;
  readonly installed: string | null;
  /** Visits with something to show, newest first. */
  readonly visits: readonly {
    readonly id: string;
    readonly at: string;
    readonly title: string;
    readonly found: string;
    readonly done: string;
    readonly readings: readonly {
      readonly name: string;
      readonly raw: string;
      readonly at: string;
    }[];
    readonly pictures: readonly { readonly about: string; readonly url: string }[];
  }[];
}

/** Visits that a claim sheet tells of. */
const CLAIMED = 5;

/**
 * Everything that a maker asks for, gathered; undefined where there is no such pump.
 * @param asked - units; those of its place where nobody says
 */
export async function loadClaim(id: PumpId, asked?: UnitSystem): Promise<ClaimDto | undefined> {
  const [pump, fit, log] = await Promise.all([loadPump(id), fitOf(id), logOfPump(id)]);
  if (!pump) return undefined;
  const { tag, purpose, siteName, zone, retiredAt } = pump;
  const units = asked ?? pump.units;
  const strips = stripsOf(pump.instruments, pump.view.facts, units);
  return {
    pump: { id, tag, purpose, siteName, zone, retiredAt },
    card: cardOf(pump, fit, units),
    body: pump.body as Facts | null,
    motor: pump.motor as Facts | null,
    fit: (fit?.facts as Facts | undefined) ?? null,
    installed: pump.written.pump.installed ?? null,
    visits: log
      .filter((v) => v.kind === "call")
      .slice(0, CLAIMED)
      .map(({ id: entry, at, title, record }) => ({
        ...{ id: entry, at: at.toISOString(), title, found: record.found, done: record.done },
        readings:
          record.readings.length > 0
            ? record.readings.map(({ name, raw, at: read, snapshot }) => ({
                ...{ name: `${name}, ${snapshot}`, raw, at: read },
              }))
            : writtenRows(record.snapshots, strips).map((r) => ({ ...r, at: at.toISOString() })),
        pictures: record.pictures.map(({ about, url }) => ({ about, url })),
      })),
  };
}
