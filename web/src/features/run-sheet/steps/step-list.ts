/** The steps of a run sheet, in the order of work. */
export const STEPS = [
  { id: "call", name: "Call", short: "Call" },
  { id: "safe", name: "Make safe", short: "Safe" },
  { id: "identify", name: "Identify", short: "Identify" },
  { id: "look", name: "Look and listen", short: "Look" },
  { id: "rotation", name: "Rotation", short: "Rotation" },
  { id: "readings", name: "Readings", short: "Readings" },
  { id: "compare", name: "Compare", short: "Compare" },
  { id: "test", name: "Next test", short: "Test" },
  { id: "sign", name: "Sign off", short: "Sign" },
] as const;

export type StepId = (typeof STEPS)[number]["id"];
