/** How far each step of a sheet is, in a few words. */
import { cautionsAt } from "@yard-tack/core/procedure";
import { noted, notesOf } from "@yard-tack/core/visit";
import { clock } from "@/shell/times";
import type { Sheet } from "../use-sheet";
import type { KnotState } from "./knots";

export function knotsOf(sheet: Sheet): KnotState[] {
  const { dto, state, facts } = sheet;
  const needed = cautionsAt("safe", facts);
  const acknowledged = needed.filter((c) => state.acknowledged.has(c));
  const seen = [...state.observations].filter(([id]) => !/^(complaint|onset|rotation)\./.test(id));
  const present = seen.filter(([, s]) => s === "present").length;
  const read = [...state.readings].filter(([, r]) => r.si !== null).map(([key]) => key);
  const atValve = read.filter((key) => !key.startsWith("test:")).length;
  const after = read.filter((key) => key.startsWith("after/")).length;
  const begun = state.runs.size;
  const ended = notesOf(state, "run-ended").length;
  const locks = notesOf(state, "locked").length;
  const newest = acknowledged.at(-1);
  const last = newest && state.acknowledged.get(newest);
  const plates = notesOf(state, "plate").length + notesOf(state, "unreadable").length;
  const pictures = sheet.photos.list.filter((p) => p.about.endsWith("-plate")).length;
  const identified = noted(state, { topic: "tag" }) !== undefined;
  const turned = [...state.observations.keys()].some((o) => o.startsWith("rotation."));
  const bothWays = read.some((key) => key.startsWith("test:two-direction/"));
  return [
    { id: "call", done: true, say: dto.complaint || "planned round" },
    {
      id: "safe",
      done: acknowledged.length === needed.length,
      say: last
        ? `acknowledged ${clock(last.at, dto.pump.zone)}`
        : needed.length === 0
          ? "no hazard in the readings"
          : `${needed.length - acknowledged.length} to acknowledge`,
    },
    {
      id: "identify",
      done: identified || plates + pictures > 0,
      say: identified
        ? "by its tag"
        : plates + pictures > 0
          ? `${plates} read, ${pictures === 1 ? "1 photo" : `${pictures} photos`}`
          : "plates not read yet",
    },
    {
      id: "look",
      done: seen.length > 0,
      say:
        seen.length === 0
          ? "nothing noted yet"
          : `${present} seen, ${seen.length - present} ruled out`,
    },
    {
      id: "rotation",
      done: turned || bothWays,
      say: turned ? "looked at" : bothWays ? "run both ways" : "not looked at",
    },
    {
      id: "readings",
      done: atValve > 0,
      say: atValve === 0 ? "none yet" : atValve === 1 ? "1 taken" : `${atValve} taken`,
    },
    { id: "compare", done: false, say: "what disagrees with what" },
    {
      id: "test",
      done: state.outcomes.size > 0,
      say: state.outcomes.size === 0 ? "none done" : `${state.outcomes.size} done`,
    },
    {
      id: "fix",
      done: ended > 0,
      say: begun === 0 ? "nothing begun" : ended === begun ? `${ended} gone through` : "under way",
    },
    { id: "back", done: false, say: locks === 0 ? "no lock stands" : "locked" },
    {
      id: "prove",
      done: after > 0,
      say: after === 0 ? "not read again" : `${after} read again`,
    },
    {
      id: "sign",
      done: dto.signedAt !== null,
      say: dto.signedAt ? "signed" : "found, done, proven",
    },
  ];
}
