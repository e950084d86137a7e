/** The steps of a run sheet, in the order of work. */
export const STEPS = [
  { id: "call", name: "Call" },
  { id: "safe", name: "Make safe" },
  { id: "look", name: "Look and listen" },
  { id: "readings", name: "Readings" },
  { id: "compare", name: "Compare" },
  { id: "test", name: "Next test" },
  { id: "sign", name: "Sign off" },
] as const;

export type StepId = (typeof STEPS)[number]["id"];
