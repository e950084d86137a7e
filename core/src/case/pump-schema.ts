/** The keys of `pump` in a case file: what plates, sheets and tables say of it. */
import { FAMILIES, INSTALLATIONS, TEST_IDS } from "./ids.ts";
import {
  flag,
  idFrom,
  isoDate,
  list,
  notOneOf,
  oneOf,
  oneOrMany,
  optional,
  plainNumber,
  quantity,
  shortText,
  strict,
} from "./fields.ts";
import * as z from "zod";

const curvePoint = strict({
  flow: quantity("flow"),
  head: quantity("length"),
  power: quantity("power"),
  efficiency: plainNumber(0, 100),
  npshr: quantity("length"),
});

const ratedPoint = optional({
  flow: quantity("flow"),
  head: quantity("length"),
  power: quantity("power"),
  efficiency: plainNumber(0, 100),
  npshr: quantity("length"),
  speed: quantity("speed"),
});

const curve = strict({
  speed: quantity("speed"),
  diameter: quantity("length"),
  grade: oneOf(["1B", "2B", "3B", "own-test"]),
  liquid: oneOf(["water", "sea-water", "ethylene-glycol", "propylene-glycol", "table"]),
  points: list(curvePoint, 2000),
});

export const pumpSchema = strict({
  tag: shortText,
  family: z.enum(FAMILIES, { error: (issue) => notOneOf(issue.input, FAMILIES) }),
  variant: oneOf(["twin-head", "line-shaft", "sealed-well"]),
  installation: oneOf(INSTALLATIONS),
  stages: plainNumber(1, 1000),
  rotation: oneOf(["clockwise", "anticlockwise"]),
  impeller: optional({
    style: oneOf(["enclosed", "semi-open", "open", "vortex"]),
    material: oneOf(["cast-iron", "bronze", "stainless", "plastic", "other"]),
    diameter: quantity("length"),
    vanes: plainNumber(1, 50),
    vaneShape: oneOf(["backward", "straight"]),
    mounting: oneOf(["keyed", "screwed", "other"]),
  }),
  ports: optional({ suction: quantity("length"), discharge: quantity("length") }),
  curve: oneOrMany(curve, 50),
  ratedPoint,
  bep: ratedPoint,
  minimumFlow: quantity("flow"),
  positiveDisplacement: optional({
    points: list(
      strict({
        speed: quantity("speed"),
        viscosity: quantity("viscosity"),
        pressure: quantity("pressure"),
        flow: quantity("flow"),
        power: quantity("power"),
      }),
      2000,
    ),
    npshr: list(
      strict({
        speed: quantity("speed"),
        viscosity: quantity("viscosity"),
        head: quantity("length"),
      }),
      2000,
    ),
  }),
  jet: optional({
    setting: oneOf(["shallow", "two-pipe", "sealed-well"]),
    ejector: shortText,
    regulator: quantity("pressure"),
    points: list(
      strict({
        lift: quantity("length"),
        pressure: quantity("pressure"),
        flow: quantity("flow"),
      }),
      2000,
    ),
  }),
  motor: optional({
    phases: z
      .union([z.literal(1), z.literal(3)], "1 or 3 is needed here.")
      .nullish()
      .transform((v) => v ?? undefined),
    power: quantity("power"),
    voltage: quantity("voltage"),
    current: quantity("current"),
    serviceFactorCurrent: quantity("current"),
    noLoadCurrent: quantity("current"),
    speed: quantity("speed"),
    frequency: quantity("frequency"),
    powerFactor: plainNumber(0, 1),
    efficiency: plainNumber(0, 1),
    serviceFactor: plainNumber(0, 5),
    connection: oneOf(["star", "delta"]),
    capacitor: quantity("capacitance"),
    capacitorKind: oneOf(["run", "start"]),
    startsPerHour: plainNumber(0, 10000),
  }),
  drive: optional({
    kind: oneOf(["direct", "vfd", "belt", "engine"]),
    ratio: plainNumber(0, 1000),
    frequency: quantity("frequency"),
    idleSpeed: quantity("speed"),
    governedSpeed: quantity("speed"),
  }),
  seal: optional({
    kind: oneOf(["packed", "mechanical", "double-mechanical", "none"]),
    shaft: quantity("length"),
    rings: plainNumber(0, 50),
    section: quantity("length"),
    material: oneOf(["graphite", "carbon", "aramid", "plant-fibre", "ptfe", "other"]),
    flush: oneOf(["none", "internal", "external", "circulating", "bleed-off", "quench"]),
    lanternRing: flag,
  }),
  casingVolume: quantity("volume"),
  relief: quantity("pressure"),
  installed: isoDate,
  overhauled: isoDate,
  forbids: list(idFrom(TEST_IDS), 100),
});
