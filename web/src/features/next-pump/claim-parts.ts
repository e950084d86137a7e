/** A claim's dates and plates as names and what stands there, for the page and for the paper. */
import type { ClaimDto } from "./server";

/** A name and what stands there; undefined where it is not known. */
type Fact = readonly [name: string, value: string | undefined];

export interface FactPart {
  readonly title: string;
  /** Empty where none of it was read. */
  readonly facts: readonly Fact[];
}

const PLATE: readonly (readonly [string, string])[] = [
  ["type", "Type"],
  ["serial", "Serial number"],
  ["dateCode", "Date code"],
  ["ports", "Ports and pressure class"],
  ["power", "Power"],
  ["voltage", "Voltage"],
  ["phases", "Phases"],
  ["current", "Full-load current"],
  ["speed", "Speed"],
];

const text = (value: string | number | undefined) =>
  value === undefined || value === "" ? undefined : String(value);

export function claimParts({ fit, body, motor, installed }: ClaimDto): readonly FactPart[] {
  const plate = (title: string, facts: ClaimDto["body"]): FactPart => ({
    title,
    facts: PLATE.flatMap(([key, name]): Fact[] => {
      const value = text(facts?.[key]);
      return value === undefined ? [] : [[name, value]];
    }),
  });
  return [
    {
      title: "Dates",
      facts: [
        ["Bought on", text(fit?.["boughtOn"])],
        ["Installed", installed ?? undefined],
        ["Warranty until", text(fit?.["warrantyUntil"])],
        ["How a claim is made", text(fit?.["claim"])],
      ],
    },
    plate("Body plate", body),
    plate("Motor plate", motor),
  ];
}
