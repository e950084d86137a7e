/** The made-up places, people and histories of the demo. Everything here is invented. */
import type { CauseId } from "@yard-tack/core/case";

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
  /** A flow meter in the line, read with the gauges. */
  readonly metered?: boolean;
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
    ],
  },
  {
    name: "Brindlemere Ice Hall",
    zone: "Europe/London",
    units: "metric",
    altitude: "540 m",
    pumps: [
      {
        tag: "BI-2",
        purpose: "Condenser water",
        metered: true,
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
    ],
  },
  {
    name: "Marrowgate Sluice",
    zone: "Europe/London",
    units: "metric",
    altitude: "2 m",
    pumps: [
      {
        tag: "MG-3",
        purpose: "Sewage lift",
        metered: true,
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
          round(320, "On its fingerprint."),
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
];
