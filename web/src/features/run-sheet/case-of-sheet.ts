/** A run sheet as a case file: what the Board, the log and an export are worked out from. */
import type { InstrumentDto, PumpDto } from "@/features/yard";
import type { SnapshotLabel } from "./entries";
import { readingKey, type SheetState } from "./sheet-state";

const VALVES: Readonly<Record<SnapshotLabel, string>> = {
  "as found": "as-found",
  throttled: "throttled",
  shut: "shut",
  after: "as-found",
};

type Json = Record<string, unknown>;

/**
 * Builds the case. The snapshot taken after the repair is left out unless asked for: it shows the
 * cure, not the fault.
 */
export function caseOfSheet(
  pump: PumpDto,
  codes: readonly string[],
  state: SheetState,
  labels: readonly SnapshotLabel[] = ["as found", "throttled", "shut"],
): Json {
  const snapshots = labels.flatMap((label) => {
    const s = snapshotOf(pump, label, state);
    // The first one stays even when empty: the Board then says what to read.
    const time = label === labels[0] ? { time: pump.loadedAt } : {};
    return s || label === labels[0] ? [{ ...(s ?? { label, valve: VALVES[label] }), ...time }] : [];
  });
  const noticed = [...state.observations];
  const present = noticed.filter(([, s]) => s === "present").map(([o]) => o);
  const absent = noticed.filter(([, s]) => s === "absent").map(([o]) => o);
  return {
    ...pump.base,
    snapshots,
    observations: {
      present: [...new Set([...present, ...codes.filter((c) => !absent.includes(c))])],
      absent,
    },
    tests: [...state.outcomes].map(([test, { outcome }]) => ({ test, outcome })),
  };
}

const gaugeOn = (pump: PumpDto, side: "suction" | "discharge"): InstrumentDto | undefined =>
  pump.instruments.find((i) => i.kind === `${side}-gauge`);

/** Heights, lines and classes of this pump's gauges, as snapshot keys. */
function gaugeFacts(pump: PumpDto): Json {
  const facts: Json = {};
  const classes: Json = {};
  for (const side of ["suction", "discharge"] as const) {
    const g = gaugeOn(pump, side);
    if (!g) continue;
    if (g.gaugeHeight) facts[`${side}GaugeHeight`] = g.gaugeHeight;
    if (g.tappingHeight) facts[`${side}TappingHeight`] = g.tappingHeight;
    if (g.line) facts[`${side}Line`] = g.line;
    if (g.range && g.percent !== null) {
      classes[side] = {
        range: g.range,
        percent: g.percent,
        ...(g.division ? { division: g.division } : {}),
      };
    }
  }
  return Object.keys(classes).length > 0 ? { ...facts, gaugeClass: classes } : facts;
}

/** A snapshot that says how the gauges hang, for bands before anything is read. */
export function gaugePlaces(pump: PumpDto): Json {
  const submerged = pump.installation === "submerged";
  return {
    label: "as found",
    valve: "as-found",
    ...(submerged ? {} : { suctionPressure: "0 bar" }),
    dischargePressure: "1 bar",
    ...gaugeFacts(pump),
  };
}

function snapshotOf(pump: PumpDto, label: SnapshotLabel, state: SheetState): Json | undefined {
  const raw = (slot: string): string | null => {
    const r = state.readings.get(readingKey(label, slot));
    return r && r.si !== null ? r.raw : null;
  };
  const phases = (slot: string): (string | null)[] | undefined => {
    const list = [0, 1, 2].map((i) => raw(`${slot}.${i}`));
    return list.some((v) => v !== null) ? list : undefined;
  };
  const read: Json = {
    suctionPressure: raw("suctionPressure"),
    dischargePressure: raw("dischargePressure"),
    flow: raw("flow"),
    speed: raw("speed"),
    level: raw("level"),
    amps: phases("amps"),
    volts: phases("volts"),
  };
  const kept = Object.entries(read).filter(([, v]) => v !== null && v !== undefined);
  if (kept.length === 0) return undefined;
  return { label, valve: VALVES[label], ...Object.fromEntries(kept), ...gaugeFacts(pump) };
}
