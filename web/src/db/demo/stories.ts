/** The made-up places, people and histories of the demo. Everything here is invented. */
import type { CauseId } from "@yard-tack/core/case";
import type { Unit } from "@yard-tack/core/quantity";

export interface Visit {
  readonly daysAgo: number;
  readonly kind: "fingerprint" | "round" | "call";
  readonly title: string;
  readonly cause: CauseId;
  readonly severity: number;
  readonly found: string;
  readonly done: string;
  readonly closed: "cured" | "improved" | "as it should be";
}

export interface GaugeStory {
  readonly unit: string;
  readonly low: string;
  readonly high: string;
  readonly percent: number;
  readonly division: string;
  readonly gaugeHeight: string;
  readonly tappingHeight?: string;
  readonly line: "full" | "empty";
}

export interface PumpStory {
  readonly tag: string;
  readonly purpose: string;
  readonly suction?: GaugeStory;
  readonly discharge: GaugeStory;
  /** Unit of a flow meter in the line, read with the gauges. */
  readonly metered?: Unit;
  /** Its discharge cannot or must not be shut. */
  readonly noShutOff?: boolean;
  readonly plate: Readonly<Record<string, string>>;
  readonly visits: readonly Visit[];
}

export interface SiteStory {
  readonly name: string;
  readonly zone: string;
  readonly units: "metric" | "us";
  readonly altitude: string;
  readonly pumps: readonly PumpStory[];
}

export const PEOPLE = [
  { key: "technician", name: "Technician", role: "technician", units: "metric" },
  { key: "technician-us", name: "Technician, US units", role: "technician", units: "us" },
  { key: "lead", name: "Lead", role: "lead", units: "metric" },
] as const;

const fingerprint = (daysAgo: number): Visit => ({
  daysAgo,
  kind: "fingerprint",
  title: "Fingerprint",
  cause: "healthy",
  severity: 0,
  found: "New, run in, at its duty.",
  done: "Both gauges zeroed and read; readings kept as this pump's own baseline.",
  closed: "as it should be",
});

const round = (daysAgo: number, found: string, cause: CauseId = "healthy", severity = 0): Visit => ({
  daysAgo,
  kind: "round",
  title: "Round",
  cause,
  severity,
  found,
  done: "Both gauges and the three currents read, terminals tightened.",
  closed: "as it should be",
});

const HATCHERY_SUCTION: GaugeStory = {
  unit: "inHg",
  low: "-30 inHg",
  high: "15 psi",
  percent: 1.6,
  division: "1 inHg",
  gaugeHeight: "0.2 m",
  tappingHeight: "0.2 m",
  line: "full",
};

const HATCHERY_DISCHARGE: GaugeStory = {
  unit: "bar",
  low: "0 bar",
  high: "6 bar",
  percent: 1.6,
  division: "0.1 bar",
  gaugeHeight: "0.5 m",
  line: "full",
};

/** A gauge on a metric pump: range in bar, full line. */
const bar = (low: string, high: string, division: string, gaugeHeight: string): GaugeStory => ({
  unit: "bar",
  low: `${low} bar`,
  high: `${high} bar`,
  percent: 1.6,
  division: `${division} bar`,
  gaugeHeight,
  line: "full",
});

/** A gauge on a pump in US units. */
const psi = (high: string, division: string, gaugeHeight: string): GaugeStory => ({
  unit: "psi",
  low: "0 psi",
  high: `${high} psi`,
  percent: 1.6,
  division: `${division} psi`,
  gaugeHeight,
  line: "full",
});

/** A compound gauge on a pump that lifts: its line stands empty. */
const compound = (unit: "bar" | "inHg", height: string): GaugeStory => ({
  unit,
  low: unit === "bar" ? "-1 bar" : "-30 inHg",
  high: unit === "bar" ? "1.5 bar" : "15 psi",
  percent: 1.6,
  division: unit === "bar" ? "0.05 bar" : "1 inHg",
  gaugeHeight: height,
  tappingHeight: height,
  line: "empty",
});

/** A trouble met and cured before, read as it was found. */
const call = (
  daysAgo: number,
  title: string,
  cause: readonly [CauseId, number],
  found: string,
  done: string,
  closed: Visit["closed"] = "cured",
): Visit => ({
  daysAgo,
  kind: "call",
  title,
  cause: cause[0],
  severity: cause[1],
  found,
  done,
  closed,
});

export const SITES: readonly SiteStory[] = [
  {
    name: "Larkfen Hatchery",
    zone: "Europe/London",
    units: "metric",
    altitude: "85 m",
    pumps: [
      {
        tag: "LF-1",
        purpose: "Raceway supply, left",
        suction: HATCHERY_SUCTION,
        discharge: HATCHERY_DISCHARGE,
        plate: { serial: "0412-76", faceToFace: "360 mm", ports: "DN 80 / DN 65, PN 16", seal: "carbon on ceramic" },
        visits: [
          fingerprint(630),
          round(410, "On its fingerprint."),
          round(250, "On its fingerprint."),
          round(56, "On its fingerprint."),
        ],
      },
      {
        tag: "LF-2",
        purpose: "Raceway supply, right",
        suction: HATCHERY_SUCTION,
        discharge: HATCHERY_DISCHARGE,
        plate: { serial: "0412-77", faceToFace: "360 mm", ports: "DN 80 / DN 65, PN 16", seal: "carbon on ceramic" },
        visits: [
          fingerprint(628),
          round(410, "On its fingerprint."),
          round(250, "Amps even, both gauges zeroed."),
          {
            daysAgo: 60,
            kind: "call",
            title: "Too little flow",
            cause: "suction-restriction",
            severity: 3.2,
            found: "Strainer choked with weed.",
            done: "Strainer opened and cleaned, new cover gasket.",
            closed: "cured",
          },
          round(56, "On its fingerprint after the cleaning."),
        ],
      },
      {
        tag: "LF-3",
        purpose: "Borehole, raceway make-up",
        metered: "m3/h",
        noShutOff: true,
        discharge: bar("0", "10", "0.2", "38.5 m"),
        plate: { serial: "BH-2290", ports: "DN 65", seal: "water-lubricated" },
        visits: [
          fingerprint(700),
          round(480, "On its fingerprint.", "static-rise", 0.02),
          round(200, "On its curve; the pumping level stands lower than last year.", "static-rise", 0.07),
          round(40, "On its curve; lower again.", "static-rise", 0.12),
        ],
      },
      {
        tag: "LF-4",
        purpose: "Feed-oil dosing",
        metered: "m3/h",
        noShutOff: true,
        suction: bar("-1", "1.5", "0.05", "0 m"),
        discharge: bar("0", "10", "0.2", "0 m"),
        plate: { serial: "GR-118", ports: "DN 32", seal: "packed, four rings of 6 mm" },
        visits: [
          fingerprint(520),
          round(300, "Flow as rated at 12 °C."),
          call(240, "Noisy on a cold morning", ["viscous-liquid", 5], "Growled at 2 °C, quiet by noon: the oil was thick.", "Tank heater set to 10 °C.", "improved"),
        ],
      },
    ],
  },
  {
    name: "Orrowick Glasshouse",
    zone: "Europe/London",
    units: "metric",
    altitude: "40 m",
    pumps: [
      {
        tag: "OG-1",
        purpose: "Heating, palm house, left and right",
        suction: bar("0", "4", "0.05", "0.1 m"),
        discharge: bar("0", "4", "0.05", "0.1 m"),
        plate: { serial: "TW-65-0.75", faceToFace: "340 mm", ports: "DN 65, PN 10", seal: "carbon on ceramic" },
        visits: [
          fingerprint(400),
          round(210, "Both heads alike."),
          round(60, "Both heads alike, terminals tightened."),
        ],
      },
      {
        tag: "OG-2",
        purpose: "Heating, north wing",
        suction: bar("0", "4", "0.05", "0 m"),
        discharge: bar("0", "4", "0.05", "0 m"),
        plate: { serial: "SC-32", faceToFace: "180 mm", ports: "DN 32, PN 10", seal: "none, wet rotor" },
        visits: [
          call(31, "Pump replaced", ["bearing-defect", 1], "The old one whined and was about to seize.", "New pump fitted; the north wing is to be felt by hand next week.", "improved"),
          round(200, "The old pump: noisy bearing.", "bearing-defect", 1),
          fingerprint(30),
        ],
      },
      {
        tag: "OG-3",
        purpose: "Condensate sump",
        noShutOff: true,
        discharge: bar("0", "1.6", "0.05", "0.9 m"),
        plate: { serial: "CS-55", ports: "DN 40", seal: "lip seals, oil between" },
        visits: [
          fingerprint(350),
          call(170, "Ran on", ["float-stuck-on", 1], "Stood crooked, the float held up by the wall.", "Set straight; float free."),
          round(45, "On its fingerprint."),
        ],
      },
    ],
  },
  {
    name: "Brindlemere Ice Hall",
    zone: "Europe/London",
    units: "metric",
    altitude: "540 m",
    pumps: [
      {
        tag: "BI-1",
        purpose: "Brine, rink circuit",
        metered: "m3/h",
        suction: bar("-1", "5", "0.1", "0.4 m"),
        discharge: bar("0", "10", "0.2", "0.6 m"),
        plate: { serial: "ES-150-315", ports: "DN 150 / DN 125, PN 10", seal: "packed, five rings of 10 mm" },
        visits: [
          fingerprint(690),
          round(330, "On its fingerprint."),
          call(1, "Gland repacked", ["mechanical-drag", 0.07], "Five rings worn hard.", "Five new rings; running in, dripping.", "improved"),
        ],
      },
      {
        tag: "BI-2",
        purpose: "Condenser water",
        metered: "m3/h",
        suction: {
          unit: "bar",
          low: "-1 bar",
          high: "1.5 bar",
          percent: 1.0,
          division: "0.05 bar",
          gaugeHeight: "0.3 m",
          line: "full",
        },
        discharge: {
          unit: "bar",
          low: "0 bar",
          high: "4 bar",
          percent: 1.0,
          division: "0.05 bar",
          gaugeHeight: "0.8 m",
          line: "full",
        },
        plate: { serial: "SC-1180", ports: "DN 200 / DN 150, PN 10", seal: "packed, five rings of 12 mm" },
        visits: [
          fingerprint(760),
          round(600, "On its fingerprint.", "worn-rings", 0.03),
          round(420, "A little under its fingerprint.", "worn-rings", 0.08),
          round(240, "Under its fingerprint, amps in step.", "worn-rings", 0.14),
          round(90, "Further under its fingerprint; plan the rings.", "worn-rings", 0.19),
        ],
      },
      {
        tag: "BI-3",
        purpose: "Domestic booster",
        suction: bar("-1", "1.5", "0.05", "0.3 m"),
        discharge: bar("0", "10", "0.2", "0.5 m"),
        plate: { serial: "VB-5", ports: "DN 32, PN 16", seal: "carbon on silicon carbide" },
        visits: [
          fingerprint(640),
          call(310, "Starts too often", ["short-cycling", 1], "The vessel had lost its air.", "Vessel charged again; twelve starts an hour became four."),
          round(90, "On its fingerprint."),
        ],
      },
    ],
  },
  {
    name: "Marrowgate Sluice",
    zone: "Europe/London",
    units: "metric",
    altitude: "2 m",
    pumps: [
      {
        tag: "MG-1",
        purpose: "Dry-priming trailer set",
        metered: "m3/h",
        suction: compound("bar", "0.4 m"),
        discharge: bar("0", "6", "0.1", "0.8 m"),
        plate: { serial: "TP-150-4", ports: "DN 150", seal: "oil-bath, silicon carbide" },
        visits: [
          fingerprint(420),
          round(230, "Primes in two minutes."),
          call(160, "Hose drew air", ["suction-air-leak", 0.025], "One hose gasket nicked; needles fluttered.", "New gasket."),
          round(95, "Primes in three minutes, vacuum good."),
        ],
      },
      {
        tag: "MG-2",
        purpose: "Ditch lift, east",
        suction: compound("bar", "0.3 m"),
        discharge: bar("0", "6", "0.1", "0.6 m"),
        plate: { serial: "SP-80", ports: "DN 80", seal: "carbon on ceramic" },
        visits: [
          fingerprint(450),
          round(260, "On its fingerprint."),
          round(70, "On its fingerprint; found empty in the morning once.", "foot-valve-leak", 1),
          call(12, "Empty in the morning", ["not-primed", 1], "Casing dry, suction gauge near nothing.", "Filled; the foot valve is to be pulled at low water.", "improved"),
        ],
      },
      {
        tag: "MG-3",
        purpose: "Sewage lift",
        metered: "m3/h",
        noShutOff: true,
        discharge: {
          unit: "bar",
          low: "0 bar",
          high: "2.5 bar",
          percent: 1.6,
          division: "0.05 bar",
          gaugeHeight: "2.4 m",
          line: "full",
        },
        plate: { serial: "SB-4007", ports: "DN 80, PN 10", seal: "double, oil between" },
        visits: [
          fingerprint(540),
          call(320, "Half its flow", ["impeller-clogged", 0.7], "Rag in the wheel.", "Wheel cleared; cutting edge is sound."),
          round(120, "On its fingerprint; hygiene kit used."),
        ],
      },
    ],
  },
  {
    name: "Quilletfield Orchard",
    zone: "America/Boise",
    units: "us",
    altitude: "4070 ft",
    pumps: [
      {
        tag: "QO-1",
        purpose: "House well, deep jet",
        metered: "gpm",
        noShutOff: true,
        discharge: psi("100", "2", "1 ft"),
        plate: { serial: "CJ-10-2P", ports: "1.25 in and 1 in", seal: "carbon on ceramic" },
        visits: [
          fingerprint(600),
          round(280, "On its table."),
          call(20, "Lost prime after pipe work", ["jet-suction-open", 1], "A branch was added to the suction.", "Primed by hand; the branch stays for now.", "improved"),
        ],
      },
      {
        tag: "QO-2",
        purpose: "Cistern, shallow jet",
        metered: "gpm",
        noShutOff: true,
        suction: compound("inHg", "0 ft"),
        discharge: psi("100", "2", "1 ft"),
        plate: { serial: "CJ-07-S", ports: "1.25 in and 1 in", seal: "carbon on ceramic" },
        visits: [
          fingerprint(500),
          round(320, "Delivers as its table says."),
          round(150, "Delivers; suction pipe needs a look.", "air-trap", 0.015),
        ],
      },
      {
        tag: "QO-3",
        purpose: "Spray tank, slide-in",
        suction: psi("15", "0.5", "0.5 ft"),
        discharge: psi("160", "2", "1.5 ft"),
        plate: { serial: "PT-65", ports: "2 in / 1.5 in", seal: "carbon on ceramic" },
        visits: [
          fingerprint(380),
          round(200, "Primed in nine strokes."),
          round(40, "On its fingerprint."),
        ],
      },
      {
        tag: "QO-4",
        purpose: "Frost sprinklers",
        suction: {
          unit: "inHg",
          low: "-30 inHg",
          high: "15 psi",
          percent: 1.6,
          division: "1 inHg",
          gaugeHeight: "2 ft",
          tappingHeight: "0.3 ft",
          line: "empty",
        },
        discharge: {
          unit: "psi",
          low: "0 psi",
          high: "200 psi",
          percent: 1.6,
          division: "2 psi",
          gaugeHeight: "3 ft",
          line: "full",
        },
        plate: { serial: "VM-215", ports: "3 in / 2.5 in", seal: "carbon on silicon carbide" },
        visits: [
          fingerprint(500),
          round(380, "On its fingerprint, cold pond."),
          {
            daysAgo: 110,
            kind: "call",
            title: "Rattles in the afternoon",
            cause: "npsh-shortfall",
            severity: 1,
            found: "Rattle like gravel at 84 °F, quiet in the morning.",
            done: "Throttled a little; owner told of the warm pond.",
            closed: "improved",
          },
        ],
      },
    ],
  },
  {
    name: "Ternhask Wharf",
    zone: "America/New_York",
    units: "us",
    altitude: "16 ft",
    pumps: [
      {
        tag: "TH-1",
        purpose: "Fire water",
        metered: "gpm",
        suction: psi("30", "1", "1 ft"),
        discharge: psi("300", "5", "1.5 ft"),
        plate: { serial: "FW-750", ports: "8 in / 6 in", seal: "packed, five rings of 1/2 in" },
        visits: [
          fingerprint(730),
          round(368, "Three points passed."),
          round(185, "Churned half an hour, packing dripping."),
        ],
      },
      {
        tag: "TH-2",
        purpose: "Timber-yard drain",
        noShutOff: true,
        discharge: psi("30", "0.5", "8 ft"),
        plate: { serial: "LS-84", ports: "4 in", seal: "none, line shaft" },
        visits: [
          fingerprint(560),
          round(240, "On its fingerprint."),
          round(75, "On its fingerprint."),
        ],
      },
      {
        tag: "TH-3",
        purpose: "Bathhouse massage tub",
        suction: psi("15", "0.5", "0 ft"),
        discharge: psi("60", "1", "0.5 ft"),
        plate: { serial: "TB-15", ports: "2 in", seal: "carbon on ceramic" },
        visits: [
          fingerprint(200),
          round(120, "On its fingerprint."),
          call(66, "No water after the winter", ["not-primed", 1], "The pipes above it had emptied.", "Filled by hose; they need a circuit of their own.", "improved"),
        ],
      },
    ],
  },
];
