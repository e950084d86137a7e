/** The pump that has nothing, the gauge that lies, and the cause nobody knows. */
import { type CauseRow, ONCE, SKILLS, unseen, whole } from "./row.ts";

/** Errors of a faulty gauge as a share of its span, either way; large ones are rarer. */
const GAUGE_ERRORS = [
  [-0.9, 0.1],
  [-0.6, 0.3],
  [-0.35, 0.6],
  [-0.18, 1],
  [-0.08, 1],
  [0.08, 1],
  [0.18, 1],
  [0.35, 0.6],
  [0.6, 0.3],
  [0.9, 0.1],
] as const;

export const HEALTHY: CauseRow = {
  id: "healthy",
  name: "Nothing wrong with this pump",
  mechanism: "Pump, pipes and drive do what they should at this duty.",
  side: "none",
  where: {},
  severities: ONCE,
  severityMeans: null,
  condition: unseen,
  claim: () => "Everything read so far is as it should be.",
  firstAid: "Leave it as it is.",
  repair: "None. If the complaint stands, look at what is asked of the pump.",
  parts: [],
  skills: SKILLS.technician,
  proof: "Readings repeat on the next round.",
  cautions: [],
};

export const GAUGE_CAUSES: readonly CauseRow[] = [
  {
    id: "suction-gauge-fault",
    name: "Suction gauge wrong",
    mechanism: "The gauge is off its zero, stuck or blocked; it contradicts everything else.",
    side: "instrument",
    where: {},
    severities: GAUGE_ERRORS,
    severityMeans: "error as a share of the gauge's span",
    condition: (s) => ({ suctionOffset: s, offsetSpread: Math.abs(s) * 0.35 }),
    claim: () => "The suction gauge contradicts everything else.",
    firstAid: "Read it against another gauge before believing it.",
    repair: "Replace the gauge; clean its tapping.",
    parts: ["compound gauge"],
    skills: SKILLS.technician,
    proof: "Both gauges at zero with the pressure off, and agreeing when exchanged.",
    cautions: ["opening"],
  },
  {
    id: "discharge-gauge-fault",
    name: "Discharge gauge wrong",
    mechanism: "The gauge is off its zero, stuck or blocked; it contradicts everything else.",
    side: "instrument",
    where: {},
    severities: GAUGE_ERRORS,
    severityMeans: "error as a share of the gauge's span",
    condition: (s) => ({ dischargeOffset: s, offsetSpread: Math.abs(s) * 0.35 }),
    claim: () => "The discharge gauge contradicts everything else.",
    firstAid: "Read it against another gauge before believing it.",
    repair: "Replace the gauge; clean its tapping.",
    parts: ["pressure gauge"],
    skills: SKILLS.technician,
    proof: "Zero with the pressure off, and agreeing when exchanged.",
    cautions: ["opening"],
  },
];

export const UNLISTED: CauseRow = {
  id: "unlisted",
  name: "No cause known here",
  mechanism: "The readings fit no cause on the list, or contradict each other.",
  side: "unclear",
  where: {},
  severities: ONCE,
  severityMeans: null,
  condition: whole({ looseness: 1, vapour: "may" }),
  claim: () => "The readings fit no cause known here.",
  firstAid: "Repeat the reading that fits least.",
  repair: "None to offer until the readings agree.",
  parts: [],
  skills: SKILLS.technician,
  proof: "Readings that agree with each other.",
  cautions: [],
};
