/** The tables. Entries of a visit, photos and log entries are only ever appended. */
import { defineEntity, p } from "@mikro-orm/core";

/** Somebody who uses the application. Their account stands in the schema of the sign-in library, under the same id. */
export const Person = defineEntity({
  name: "Person",
  tableName: "person",
  properties: {
    id: p.uuid().primary(),
    name: p.string(),
    role: p.string(),
    units: p.string(),
    /** Gloves, instruments on hand: checked where it is read. */
    settings: p.json<Record<string, unknown>>(),
    /** Sees every site, whatever was given to them. */
    everywhere: p.boolean(),
    /** When they were taken off the list; what they wrote keeps their name. */
    leftAt: p.datetime().nullable(),
  },
});

export const Site = defineEntity({
  name: "Site",
  tableName: "site",
  properties: {
    id: p.uuid().primary(),
    name: p.string(),
    /** IANA zone its times are shown in. */
    zone: p.string(),
    units: p.string(),
    /** `site` of the case format, as written. */
    conditions: p.json<Record<string, unknown>>(),
    createdAt: p.datetime(),
  },
});

export const Pump = defineEntity({
  name: "Pump",
  tableName: "pump",
  properties: {
    id: p.uuid().primary(),
    siteId: p.uuid(),
    tag: p.string(),
    /** What it is for, in the owner's words. */
    purpose: p.string(),
    family: p.string(),
    installation: p.string().nullable(),
    /** Further keys of `pump` of the case format, as written (ports, impeller, drive, seal …). */
    details: p.json<Record<string, unknown>>(),
    /** `suction`, `discharge`, `system`, `duty` of the case format, as written. */
    layout: p.json<Record<string, unknown>>(),
    createdAt: p.datetime(),
    /** When it was taken off the yard; its log stays. */
    retiredAt: p.datetime().nullable(),
    version: p.integer().version(),
  },
});

/** What a pump is rated to do, as written; a later one supersedes it and keeps it. */
export const Curve = defineEntity({
  name: "Curve",
  tableName: "curve",
  properties: {
    id: p.uuid().primary(),
    pumpId: p.uuid(),
    /** Keys of `pump` of the case format: `curve`, `ratedPoint`, `positiveDisplacement` or `jet`. */
    rating: p.json<Record<string, unknown>>(),
    source: p.string(),
    createdAt: p.datetime(),
    supersedes: p.uuid().nullable(),
  },
});

/** What a body or motor plate says, as written. */
export const Plate = defineEntity({
  name: "Plate",
  tableName: "plate",
  properties: {
    id: p.uuid().primary(),
    pumpId: p.uuid(),
    kind: p.string(),
    facts: p.json<Record<string, unknown>>(),
    createdAt: p.datetime(),
    supersedes: p.uuid().nullable(),
  },
});

/** A pump's own baseline: `fingerprint` of the case format, as written. */
export const Fingerprint = defineEntity({
  name: "Fingerprint",
  tableName: "fingerprint",
  properties: {
    id: p.uuid().primary(),
    pumpId: p.uuid(),
    takenAt: p.datetime(),
    reason: p.string(),
    snapshots: p.json<Record<string, unknown>[]>(),
    /** The visit it was taken at; none for one that came with the pump. */
    logEntryId: p.uuid().nullable(),
    personId: p.uuid().nullable(),
  },
});

export const Instrument = defineEntity({
  name: "Instrument",
  tableName: "instrument",
  properties: {
    id: p.uuid().primary(),
    name: p.string(),
    /** suction-gauge, discharge-gauge, flow-meter, clamp, tachometer, voltmeter */
    kind: p.string(),
    /** The pump it hangs on; null for one that travels in the van. */
    pumpId: p.uuid().nullable(),
    unit: p.string(),
    rangeLow: p.string().nullable(),
    rangeHigh: p.string().nullable(),
    percent: p.float().nullable(),
    division: p.string().nullable(),
    gaugeHeight: p.string().nullable(),
    tappingHeight: p.string().nullable(),
    line: p.string().nullable(),
  },
});

/** One look at an instrument's zero. */
export const ZeroCheck = defineEntity({
  name: "ZeroCheck",
  tableName: "zero_check",
  properties: {
    id: p.uuid().primary(),
    instrumentId: p.uuid(),
    at: p.datetime(),
    deviation: p.string(),
    passed: p.boolean(),
    personId: p.uuid(),
  },
});

/** One visit, from the call to the signature. */
export const RunSheet = defineEntity({
  name: "RunSheet",
  tableName: "run_sheet",
  properties: {
    id: p.uuid().primary(),
    pumpId: p.uuid(),
    kind: p.string(),
    complaint: p.string(),
    /** Ids of complaint and onset observations given with the call. */
    codes: p.json<string[]>(),
    callerNote: p.string(),
    dueAt: p.datetime(),
    openedAt: p.datetime(),
    signedAt: p.datetime().nullable(),
    /** Whose it is; null where whoever is there first takes it. */
    assignedTo: p.uuid().nullable(),
    /** What to read first and take along, as it was worked out when the call was taken. */
    forecast: p.json<Record<string, unknown>>().nullable(),
    version: p.integer().version(),
  },
});

/** One entry of a visit, whatever its kind; only ever appended. */
export const VisitEntry = defineEntity({
  name: "VisitEntry",
  tableName: "sheet_entry",
  properties: {
    /** Made by the client, so that a repeated request is harmless. */
    id: p.uuid().primary(),
    sheetId: p.uuid(),
    /** The server's order: given by the database when the row goes in. */
    seq: p.integer().defaultRaw("nextval('entry_order')"),
    personId: p.uuid(),
    /** By the device's clock. */
    at: p.datetime(),
    receivedAt: p.datetime(),
    kind: p.string(),
    /** Version its body is written in. */
    version: p.integer(),
    supersedes: p.uuid().nullable(),
    body: p.json<Record<string, unknown>>(),
    /** Who sent it, where that was not who wrote it. */
    sentBy: p.uuid().nullable(),
  },
});

/** A picture, turned upright and shrunk on the device. */
export const Photo = defineEntity({
  name: "Photo",
  tableName: "photo",
  properties: {
    id: p.uuid().primary(),
    sheetId: p.uuid(),
    seq: p.integer().defaultRaw("nextval('entry_order')"),
    personId: p.uuid(),
    at: p.datetime(),
    receivedAt: p.datetime(),
    /** What it shows: body plate, motor plate, look, a test. */
    about: p.string(),
    width: p.integer(),
    height: p.integer(),
    data: p.blob(),
    /** Who sent it, where that was not who took it. */
    sentBy: p.uuid().nullable(),
  },
});

export const LogEntry = defineEntity({
  name: "LogEntry",
  tableName: "log_entry",
  properties: {
    id: p.uuid().primary(),
    pumpId: p.uuid(),
    sheetId: p.uuid().nullable(),
    personId: p.uuid(),
    at: p.datetime(),
    kind: p.string(),
    title: p.string(),
    /** What was found, done and proven; the verdict of the day with engine and data version. */
    body: p.json<Record<string, unknown>>(),
    /** The whole result as it was signed. */
    result: p.json<Record<string, unknown>>().nullable().lazy(),
    supersedes: p.uuid().nullable(),
  },
});

/** Where a visit put its pump, worked out from its readings: derived, and made anew by a newer engine. */
export const VisitPoints = defineEntity({
  name: "VisitPoints",
  tableName: "visit_points",
  properties: {
    logEntryId: p.uuid().primary(),
    pumpId: p.uuid(),
    at: p.datetime(),
    kind: p.string(),
    engine: p.string(),
    fingerprint: p.boolean(),
    points: p.json<Record<string, unknown>[]>(),
  },
});

/** Where a pump's head stands against its base, visit by visit: derived, so that lists need not work it out. */
export const PumpTrend = defineEntity({
  name: "PumpTrend",
  tableName: "pump_trend",
  properties: {
    pumpId: p.uuid().primary(),
    engine: p.string(),
    /** Null where no visit gives a point. */
    base: p.string().nullable(),
    /** The newest point that tells of the years, against the base [%]. */
    percent: p.float().nullable(),
    points: p.json<Record<string, unknown>[]>(),
  },
});

/** One row for each thing done once to this database (the demo). */
export const Milestone = defineEntity({
  name: "Milestone",
  tableName: "milestone",
  properties: { name: p.string().primary(), at: p.datetime() },
});

export const ENTITIES = [
  Person,
  Site,
  Pump,
  Curve,
  Plate,
  Fingerprint,
  Instrument,
  ZeroCheck,
  RunSheet,
  VisitEntry,
  Photo,
  LogEntry,
  VisitPoints,
  PumpTrend,
  Milestone,
];
