/** What the tests on the motor itself say, from the readings kept with their outcomes. */
import type { CaseFile } from "../case/index.ts";
import { capacitor, insulation, rollLeads, windings } from "../drive/index.ts";
import { parseQuantity, type Quantity } from "../quantity/index.ts";
import type { CaseNote } from "./case-note.ts";

export interface StandingTests {
  readonly windings: ReturnType<typeof windings>;
  readonly insulation: ReturnType<typeof insulation> | undefined;
  readonly capacitor: ReturnType<typeof capacitor>;
  readonly rolledLeads: ReturnType<typeof rollLeads>;
  readonly notes: readonly CaseNote[];
}

/** Winding temperature taken when nobody measured it: a motor at rest in a plant room [K]. */
const REST_K = 293.15;
/** The three hook-ups that keep rotation, when the readings do not name the leads. */
const HOOK_UPS = [
  ["T1", "T2", "T3"],
  ["T3", "T1", "T2"],
  ["T2", "T3", "T1"],
] as const;

/** Works out the last of each test in a case; undefined where it was not made or is incomplete. */
export function standingTests(file: CaseFile): StandingTests {
  const { motor, drive } = file.pump;
  const notes: CaseNote[] = [];
  const readings = (test: string) => file.tests.findLast((t) => t.test === test)?.readings;
  const winding = readings("winding-resistance");
  const megger = readings("insulation");
  const cap = readings("capacitor-check");
  const rolled = nineCurrents(readings("roll-leads")?.amps);
  const first = (q: readonly (readonly Quantity[])[] | undefined) =>
    (q ?? []).flatMap((list) => list.slice(0, 1).map((v) => v.si));
  const ohms = first(winding?.ohms);
  const [toEarth] = first(megger?.ohms);
  const frequency = motor?.frequency?.si ?? 50;
  if (rolled && drive?.kind === "vfd") {
    notes.push({ code: "leads-behind-drive" });
  }
  return {
    windings: ohms.length === 3 ? windings(ohms, winding?.temperature?.si ?? REST_K) : undefined,
    insulation:
      toEarth === undefined ? undefined : insulation(toEarth, megger?.temperature?.si ?? REST_K),
    capacitor:
      cap?.current && cap.voltage
        ? capacitor(cap.current.si, cap.voltage.si, frequency, motor?.capacitor?.si)
        : undefined,
    rolledLeads: rolled && drive?.kind !== "vfd" ? rollLeads(rolled, HOOK_UPS) : undefined,
    notes,
  };
}

/** Three rows of three currents [A]; undefined when they are not. */
function nineCurrents(raw: unknown): number[][] | undefined {
  if (!Array.isArray(raw) || raw.length !== 3) return undefined;
  const rows = raw.map((row: unknown) =>
    Array.isArray(row)
      ? row.flatMap((cell: unknown) => {
          const parsed = typeof cell === "string" ? parseQuantity(cell, "current") : undefined;
          return parsed?.ok ? [parsed.value.si] : [];
        })
      : [],
  );
  return rows.every((r) => r.length === 3) ? rows : undefined;
}
