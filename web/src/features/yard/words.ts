/** Families and installations in words. */
const FAMILY_WORDS: Readonly<Record<string, string>> = {
  "end-suction": "end suction",
  "inline-circulator": "in-line circulator",
  "split-case": "split case",
  multistage: "multistage",
  fire: "fire-water pump",
  "self-priming": "self-priming",
  "dry-priming": "dry-priming set",
  portable: "portable pump",
  "jet-shallow": "shallow jet",
  "jet-deep": "deep jet",
  borehole: "borehole submersible",
  sump: "sump or sewage",
  tub: "tub pump",
  "positive-displacement": "positive displacement",
};

export const familyWords = (family: string): string => FAMILY_WORDS[family] ?? family;

const INSTALLATION_WORDS: Readonly<Record<string, string>> = {
  flooded: "flooded",
  lift: "suction lift",
  submerged: "submerged",
};

/** "end suction, flooded, 15 kW" */
export function pumpLine(pump: {
  readonly family: string;
  readonly installation: string | null;
  readonly motor: Readonly<Record<string, unknown>> | null;
}): string {
  const power = pump.motor?.["power"];
  return [
    familyWords(pump.family),
    pump.installation ? INSTALLATION_WORDS[pump.installation] : undefined,
    typeof power === "string" ? power : undefined,
  ]
    .filter((w) => w !== undefined)
    .join(", ");
}
