/** Short words after a figure that are no unit. */
const NO_UNIT = "to|of|and|or|at|by|is|was|from|up|on|for";

const FIGURE_AND_UNIT = new RegExp(
  `(\\d) (?!(?:${NO_UNIT})\\b)(?=%|°|[A-Za-zµΩ][A-Za-z0-9³²/·]{0,4}(?:[\\s.,;:)]|$))`,
  "g",
);

/** A figure and its unit stay on one line: "27 %" is not broken after the 27. */
export const together = (text: string): string => text.replace(FIGURE_AND_UNIT, "$1\u00a0");
