import Papa from "papaparse";
import { describe, expect, it } from "vitest";
import { csvOf } from "./csv";

/** Cells as a spreadsheet sees them whose lists are divided so. */
const cells = (text: string, delimiter: string) =>
  Papa.parse<string[]>(text, { delimiter }).data.flat();

describe("a table for spreadsheets", () => {
  const HARM = ["=1+1", "x;=1+1", "x\t=1+1", "+1", "-1+2", "@a", "\n=1", 'a";=2', "a;b"];

  it.each([",", ";", "\t"])("has no cell that is a formula where lists are divided by %j", (by) => {
    const text = csvOf(
      ["what", "more"],
      HARM.map((what) => ({ what, more: "x" })),
    );
    for (const cell of cells(text, by)) expect(cell).not.toMatch(/^[=+\-@]/);
  });

  it("gives back what is in it, numbers as they are", () => {
    const text = csvOf(["a", "b"], [{ a: 'he said "1;2", twice', b: -3.5 }]);
    expect(cells(text, ",")).toEqual(["a", "b", 'he said "1;2", twice', "-3.5"]);
  });
});
