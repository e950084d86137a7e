/** A pump as screens and case files need it: everything as written. */
export interface ZeroDto {
  readonly at: string;
  readonly passed: boolean;
  readonly deviation: string;
}

export interface InstrumentDto {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  /** Of the van, not of this pump. */
  readonly travels: boolean;
  readonly unit: string;
  readonly range: readonly [string, string] | null;
  readonly percent: number | null;
  readonly division: string | null;
  readonly gaugeHeight: string | null;
  readonly tappingHeight: string | null;
  readonly line: "full" | "empty" | null;
  readonly zero: ZeroDto | null;
}

export interface PumpDto {
  /** When this was read: the day of a visit that has no reading yet. */
  readonly loadedAt: string;
  readonly id: string;
  /** Rises with each change of the pump itself. */
  readonly version: number;
  readonly tag: string;
  readonly purpose: string;
  readonly family: string;
  readonly installation: string | null;
  readonly siteName: string;
  readonly zone: string;
  readonly units: "metric" | "us";
  /** A case file without snapshots, observations or tests. */
  readonly base: Readonly<Record<string, unknown>>;
  readonly instruments: readonly InstrumentDto[];
  readonly body: Readonly<Record<string, unknown>> | null;
  readonly motor: Readonly<Record<string, unknown>> | null;
  /** Where the rating in force comes from, and whether one before it can be put back. */
  readonly curveSource: string | null;
  readonly hasEarlierRating: boolean;
  /** When it was taken off the yard. */
  readonly retiredAt: string | null;
}
