/** A run sheet that is made on this device, before the server knows of it. */
import { caseOfPump, type Family, pumpId, readPumpInPart, sheetId } from "@yard-tack/core/case";
import { pumpView, rememberedGauges, situationOf } from "@yard-tack/core/visit";
import { v4 as newId } from "uuid";
import type { SheetDto } from "@/features/run-sheet";
import type { PersonDto } from "@/shell/preferences";

/** What was told of a call. */
export interface Told {
  readonly complaint: string;
  readonly callerNote: string;
}

const opened = (
  told: Told,
  now: string,
): Omit<SheetDto, "pump" | "last" | "round" | "people" | "hands"> => ({
  ...{ id: sheetId.parse(newId()), kind: "call" as const, codes: [], ...told },
  ...{ dueAt: now, openedAt: now, servedAt: now, assignedTo: null },
  ...{ signedAt: null, logEntryId: null, closed: null },
  ...{ entries: [], unread: [], late: [], photos: [], recurrence: null },
});

/** On a pump that is on this device: as another sheet of it has it. */
export function sheetFor(
  { pump, last, round, people, hands }: SheetDto,
  told: Told,
  who: PersonDto,
): SheetDto {
  const now = new Date().toISOString();
  const known = { ...people, [who.id]: who.name };
  return { ...opened(told, now), pump, last, round, hands, people: known };
}

/** Days between rounds where nobody has said. */
const USUAL_DAYS = 90;

/** On a pump of which no more is known than its tag and its family. */
export function bareSheet(
  fresh: { readonly tag: string; readonly family: Family; readonly siteName: string },
  told: Told,
  who: PersonDto,
): SheetDto {
  const now = new Date().toISOString();
  const id = pumpId.parse(newId());
  const { tag, family, siteName } = fresh;
  const { written, file, faults } = readPumpInPart({
    format: "yard-tack/case",
    version: 1,
    pump: { tag, family },
  });
  const situation = situationOf(caseOfPump(file));
  const submerged = situation.installation === "submerged";
  const { instruments } = rememberedGauges({ id, submerged }, [], [], []);
  return {
    ...opened(told, now),
    pump: {
      ...{ id, version: 1, tag, family, siteName, purpose: "", installation: null },
      ...{ loadedAt: now, zone: Intl.DateTimeFormat().resolvedOptions().timeZone },
      ...{ units: who.units, written, view: pumpView(situation), faults, instruments },
      ...{ body: null, motor: null, curveSource: null, hasEarlierRating: false },
      ...{ retiredAt: null, sameAs: null },
    },
    last: null,
    round: { days: USUAL_DAYS, hours: null, counter: [], twin: null },
    people: { [who.id]: who.name },
    hands: [who.id],
  };
}
