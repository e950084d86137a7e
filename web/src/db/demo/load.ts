/** Loads the demo once. Past readings come from the core's forward models, rounded as gauges are. */
import type { EntityManager } from "@mikro-orm/postgresql";
import type { WrittenPump, WrittenTest } from "@yard-tack/core/case";
import { parseQuantity } from "@yard-tack/core/quantity";
import { leftBehind, signedResult } from "@yard-tack/core/record";
import { ENTRY_VERSION } from "@yard-tack/core/visit";
import { DateTime } from "luxon";
import {
  Curve,
  Fingerprint,
  Instrument,
  LogEntry,
  Milestone,
  Plate,
  Pump,
  RunSheet,
  Site,
  VisitEntry,
  ZeroCheck,
} from "../entities";
import { id } from "./ids";
import { giveSites, loadPeople } from "./people";
import { loadPromises } from "./promises";
import { loadRounds } from "./rounds";
import { demoFile, demoPump, readings, type Simulated, snapshot, written } from "./readings";
import { PEOPLE, SITES, VAN } from "./stories";
import type { GaugeStory, PumpStory, SiteStory, Visit } from "./story";

const DAY = 86_400_000;

type Json = Record<string, unknown>;

/** Milestones of the demo: the van and calls once, pumps and people again whenever there are more of them. */
const DEMO = {
  first: "demo",
  whole: `demo ${SITES.flatMap((s) => s.pumps).length} pumps, ${PEOPLE.length} people`,
} as const;

/** @returns false when the demo is there already */
export async function loadDemo(em: EntityManager, now: Date): Promise<boolean> {
  if (await em.findOne(Milestone, { name: DEMO.whole })) return false;
  await em.transactional(async (tx) => {
    const first = !(await tx.findOne(Milestone, { name: DEMO.first }));
    const came = await loadPeople(tx);
    for (const site of SITES) await loadSite(tx, site, now);
    if (first) await loadRounds(tx, SITES, now);
    await giveSites(tx, came);
    if (first) {
      await loadVan(tx, now);
      await loadCalls(tx, now);
      await loadPromises(tx, now);
    }
    for (const name of first ? [DEMO.first, DEMO.whole] : [DEMO.whole]) {
      tx.create(Milestone, { name, at: now });
    }
    await tx.flush();
  });
  return true;
}

async function loadSite(em: EntityManager, site: SiteStory, now: Date): Promise<void> {
  const siteId = id("site", site.name);
  if (!(await em.findOne(Site, { id: siteId }))) {
    em.create(Site, {
      id: siteId,
      name: site.name,
      zone: site.zone,
      units: site.units,
      conditions: { altitude: site.altitude },
      createdAt: now,
    });
    await em.flush();
  }
  for (const pump of site.pumps) {
    const there = await em.findOne(Pump, { id: id("pump", pump.tag) });
    if (!there) await loadPump(em, siteId, pump, now);
  }
}

async function loadPump(
  em: EntityManager,
  siteId: string,
  story: PumpStory,
  now: Date,
): Promise<void> {
  const file = demoFile(story.tag) as Json & { pump: Json; site: Json };
  const pumpId = id("pump", story.tag);
  const { tag, family, installation, motor, ...rest } = file.pump;
  const { curve, ratedPoint, positiveDisplacement, jet, ...details } = rest;
  const rating = Object.fromEntries(
    Object.entries({ curve: curve && [curve], ratedPoint, positiveDisplacement, jet }).filter(
      ([, v]) => v,
    ),
  );
  const { suction, discharge, system, duty, sump } = file;
  const installedAt = new Date(now.getTime() - 760 * DAY);
  em.create(Pump, {
    id: pumpId,
    siteId,
    tag: String(tag),
    purpose: story.purpose,
    family: String(family),
    installation: String(installation),
    details,
    layout: { suction, discharge, system, duty, site: file.site, ...(sump ? { sump } : {}) },
    createdAt: installedAt,
    retiredAt: null,
  });
  await em.flush();
  const common = { pumpId, createdAt: installedAt, supersedes: null };
  em.create(Curve, { id: id("curve", story.tag), ...common, rating, source: "maker's sheet" });
  if (motor) {
    em.create(Plate, {
      id: id("plate", story.tag, "motor"),
      ...common,
      kind: "motor",
      facts: motor as Json,
    });
  }
  em.create(Plate, {
    id: id("plate", story.tag, "body"),
    ...common,
    kind: "body",
    facts: { ...story.plate },
  });
  loadInstruments(em, pumpId, story);
  await em.flush();
  const read = readings(file, story);
  const phases = (motor as { phases?: number } | undefined)?.phases ?? 0;
  const written = demoPump(story.tag);
  for (const visit of story.visits)
    loadVisit(em, pumpId, written, story, visit, read(visit), now, phases);
  for (const kind of ["suction-gauge", "discharge-gauge"] as const) {
    if (kind === "suction-gauge" && !story.suction) continue;
    const [lastRound] = [...story.visits].sort((a, b) => a.daysAgo - b.daysAgo);
    em.create(ZeroCheck, {
      id: id("zero", story.tag, kind),
      instrumentId: id("instrument", story.tag, kind),
      at: new Date(now.getTime() - (lastRound?.daysAgo ?? 100) * DAY),
      deviation: "0 bar",
      passed: true,
      personId: id("person", "lead"),
    });
  }
}

const YEAR = 365;

/** A day so many days from now, ISO 8601. */
const dayFrom = (now: Date, days: number) =>
  new Date(now.getTime() + days * DAY).toISOString().slice(0, 10);

async function loadVan(em: EntityManager, now: Date): Promise<void> {
  for (const { key, name, low, high, percent, division } of VAN) {
    em.create(Instrument, {
      id: id("van", key),
      name,
      kind: "gauge",
      pumpId: null,
      unit: "bar",
      rangeLow: low,
      rangeHigh: high,
      percent,
      division,
      gaugeHeight: null,
      tappingHeight: null,
      line: null,
    });
  }
  await em.flush();
  for (const { key, zeroDaysAgo, serial, goodForDays } of VAN) {
    await em.execute(
      "update instrument set serial = ?, calibrated_on = ?::date, good_until = ?::date where id = ?",
      [serial, dayFrom(now, goodForDays - YEAR), dayFrom(now, goodForDays), id("van", key)],
    );
    em.create(ZeroCheck, {
      id: id("van-zero", key),
      instrumentId: id("van", key),
      at: new Date(now.getTime() - zeroDaysAgo * DAY),
      deviation: "0 bar",
      passed: true,
      personId: id("person", "lead"),
    });
  }
  await em.flush();
}

function loadInstruments(em: EntityManager, pumpId: string, story: PumpStory): void {
  const gauge = (kind: string, name: string, g: GaugeStory) =>
    em.create(Instrument, {
      id: id("instrument", story.tag, kind),
      name,
      kind,
      pumpId,
      unit: g.unit,
      rangeLow: g.low,
      rangeHigh: g.high,
      percent: g.percent,
      division: g.division,
      gaugeHeight: g.gaugeHeight,
      tappingHeight: g.tappingHeight ?? null,
      line: g.line,
    });
  if (story.suction) gauge("suction-gauge", "Suction gauge", story.suction);
  gauge("discharge-gauge", "Discharge gauge", story.discharge);
}

function loadVisit(
  em: EntityManager,
  pumpId: string,
  written: WrittenPump,
  story: PumpStory,
  visit: Visit,
  { visit: asFound, shut }: Simulated,
  now: Date,
  phases: number,
): void {
  const at = new Date(now.getTime() - visit.daysAgo * DAY);
  const personId = id("person", visit.kind === "fingerprint" ? "lead" : "technician");
  const { atMotor } = visit;
  const found = {
    ...snapshot(story, asFound, "as found", "as-found", phases),
    ...(atMotor ? { vibration: atMotor.vibration } : {}),
  };
  const tests: WrittenTest[] = atMotor
    ? [
        {
          ...{ test: "insulation", outcome: "good" },
          readings: { ohms: atMotor.toEarth, temperature: atMotor.winding },
        },
      ]
    : [];
  if (visit.kind === "fingerprint") {
    em.create(Fingerprint, {
      id: id("fingerprint", story.tag, visit.daysAgo),
      pumpId,
      takenAt: at,
      reason: "commissioning",
      snapshots: story.noShutOff ? [found] : [found, snapshot(story, shut, "shut", "shut", phases)],
      logEntryId: null,
      personId,
    });
  }
  const left = leftBehind(
    { ...written, snapshots: [found], tests },
    {
      closed: visit.closed,
      found: visit.found,
      done: visit.done,
      proof: "",
      was: visit.cause,
    },
    {},
    // What the Board would have held of it: the lead's page counts how often that was right.
    visit.kind === "call" ? signedResult({ ...written, snapshots: [found] }, "metric") : null,
  );
  em.create(LogEntry, {
    id: id("log", story.tag, visit.daysAgo),
    pumpId,
    sheetId: null,
    personId,
    at,
    kind: visit.kind,
    title: visit.title,
    body: { ...left.record },
    result: null,
    supersedes: null,
  });
}

/** Today's calls and the round. */
async function loadCalls(em: EntityManager, now: Date): Promise<void> {
  const today = (tag: string, hour: number) => {
    const zone = SITES.find((s) => s.pumps.some((p) => p.tag === tag))?.zone ?? "UTC";
    return DateTime.fromJSDate(now, { zone: "utc" })
      .setZone(zone, { keepLocalTime: true })
      .set({ hour, minute: 30, second: 0, millisecond: 0 })
      .toJSDate();
  };
  const sheet = (
    tag: string,
    kind: "call" | "round",
    complaint: string,
    codes: string[],
    callerNote: string,
    hour: number,
  ) =>
    em.create(RunSheet, {
      id: id("sheet", tag),
      pumpId: id("pump", tag),
      kind,
      complaint,
      codes,
      callerNote,
      dueAt: today(tag, hour),
      openedAt: new Date(now.getTime() - 3_600_000),
      signedAt: null,
      forecast: null,
    });
  sheet(
    "LF-2",
    "call",
    "gives too little flow",
    ["complaint.low-flow", "onset.gradual"],
    "Flow has been falling for three weeks; the far raceway runs short.",
    8,
  );
  sheet(
    "MG-3",
    "call",
    "half its flow since rewiring",
    ["complaint.low-flow", "onset.after-electrical-work"],
    "Electrician was in on Monday. It runs, but the level hardly falls.",
    10,
  );
  sheet(
    "QO-4",
    "call",
    "rattles on warm afternoons",
    ["complaint.noisy", "onset.seasonal-warm"],
    "Quiet in the morning, like gravel by three o'clock.",
    13,
  );
  sheet(
    "MG-1",
    "call",
    "takes eleven minutes to prime",
    ["complaint.slow-prime", "onset.gradual"],
    "It used to take two. The jet spits now and then.",
    11,
  );
  sheet(
    "OG-1",
    "call",
    "left head hums",
    ["complaint.noisy", "onset.intermittent"],
    "Only the left one, and not always.",
    14,
  );
  sheet("BI-2", "round", "yearly round", [], "", 15);
  await em.flush();
  halfFill(em, now);
  await em.flush();
}

/** LF-2's sheet as the technician left it a few minutes ago: gauges read, currents still to come. */
function halfFill(em: EntityManager, now: Date): void {
  const sheetId = id("sheet", "LF-2");
  const personId = id("person", "technician");
  const file = demoFile("LF-2");
  const story = SITES.flatMap((s) => s.pumps).find((p) => p.tag === "LF-2");
  if (!story?.suction) throw new Error("LF-2 has no suction gauge");
  const { visit } = readings(
    file,
    story,
  )({
    ...(story.visits[3] as Visit),
    severity: LF2_TODAY,
  });
  const minutesAgo = (m: number) => new Date(now.getTime() - m * 60_000);
  const entry = (name: string, minutes: number, kind: string, body: Json) =>
    em.create(VisitEntry, {
      id: id("half-filled", name),
      sheetId,
      personId,
      at: minutesAgo(minutes),
      receivedAt: minutesAgo(minutes),
      kind,
      version: ENTRY_VERSION,
      supersedes: null,
      body,
    });
  const read = (slot: string, g: GaugeStory, si: number, minutes: number) => {
    const raw = written(si, g);
    const parsed = parseQuantity(raw, "pressure");
    entry(slot, minutes, "reading", {
      snapshot: "as found",
      slot,
      raw,
      unit: g.unit,
      si: parsed.ok ? parsed.value.si : null,
      fault: null,
      reason: null,
    });
  };
  entry("rotating-parts", 12, "acknowledgement", { caution: "rotating-parts" });
  entry("gravel", 11, "observation", { observation: "noise.gravel", state: "present" });
  entry("bubbles", 11, "observation", {
    observation: "water.bubbles-in-discharge",
    state: "absent",
  });
  read("suctionPressure", story.suction, visit.suctionPressure, 9);
  read("dischargePressure", story.discharge, visit.dischargePressure, 8);
}

/**
 * How choked LF-2's strainer is today [m of extra loss at the duty]: the pump boils what little comes through, and a third
 * of the raceway's flow is missing.
 */
export const LF2_TODAY = 22;
