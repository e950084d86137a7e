/** A figure and its unit stay on one line: "27 %" is not broken after the 27. */
export const together = (text: string): string => text.replace(/(\d) (?=[^\s\d])/g, "$1\u00a0");
