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
  { id: "fix", name: "Fix", short: "Fix" },
  { id: "back", name: "Put back", short: "Back" },
  { id: "prove", name: "Prove", short: "Prove" },
  { id: "sign", name: "Sign off", short: "Sign" },
] as const;

/** The keys that jump to them, in their order. */
export const STEP_KEYS = ["1", "2", "3", "4", "5", "6", "7", "8", "9", "0", "-", "="] as const;

export type StepId = (typeof STEPS)[number]["id"];
