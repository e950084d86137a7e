/** How much more NPSH than required is wanted: the schools, and one of them as this pump's setting. */

export type MarginSetting =
  | { readonly school: "equality" }
  | { readonly school: "head"; readonly head: number }
  | { readonly school: "ratio"; readonly ratio: number }
  | { readonly school: "greater"; readonly head: number; readonly ratio: number };

/** The greater of a ratio of 1.3 and 1 m: the default. Source: ANSI/HI 9.6.1, usual practice. */
export const DEFAULT_MARGIN: MarginSetting = { school: "greater", head: 1, ratio: 1.3 };

/** NPSH wanted [m] for an NPSH required [m] under a school. */
export function wantedNpsh(setting: MarginSetting, required: number): number {
  switch (setting.school) {
    case "equality":
      return required;
    case "head":
      return required + setting.head;
    case "ratio":
      return required * setting.ratio;
    case "greater":
      return Math.max(required + setting.head, required * setting.ratio);
  }
}

export interface SchoolVerdict {
  readonly name: string;
  /** [m] */
  readonly wanted: number;
  readonly enough: boolean;
}

/** What each school says of one pump; they disagree, and a person should see that they do. */
export const schoolsOf = (available: number, required: number): readonly SchoolVerdict[] =>
  (
    [
      ["equality", { school: "equality" }],
      ["a fixed head above", { school: "head", head: 1 }],
      ["1.3 times", { school: "ratio", ratio: 1.3 }],
      ["the greater of both", DEFAULT_MARGIN],
    ] as const
  ).map(([name, setting]) => {
    const wanted = wantedNpsh(setting, required);
    return { name, wanted, enough: available >= wanted };
  });
