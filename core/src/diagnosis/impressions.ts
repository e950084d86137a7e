/** What was noticed and tested while the pump was read, weighed state by state together with the readings. */
import type { Situation } from "../visit/index.ts";
import {
  doneTests,
  type EvidenceItem,
  groupOf,
  isOneOf,
  NOT_COMPLAINED,
  notedShare,
  silenceKey,
  type Told,
  toldOf,
  unmentioned,
} from "./evidence.ts";
import type { Impression } from "./model/impression.ts";
import { type ObservationRow, OBSERVATIONS } from "./tables/observations/index.ts";
import { fixedRate, hangsOnState, rateAtState } from "./tables/observations/rates.ts";
import { isModelled, ratesAtState } from "./test-rates.ts";

/** An impression and the item of evidence it stands for, which gets its weights from the integral. */
export interface NoticedItem extends Impression {
  readonly item: Omit<EvidenceItem, "logLikelihood">;
}

/** What hangs on the state of the pump as it was found. */
export function noticedItems(situation: Situation): readonly NoticedItem[] {
  const told = toldOf(situation)
    .filter(({ row }) => hangsOnState(row))
    .map((t): NoticedItem => ({
      item: {
        kind: "observation",
        id: t.row.id,
        observation: { ...t.row, present: t.present },
      },
      under: toldLog(t),
    }));
  const tests = doneTests(situation)
    .filter(({ row }) => isModelled(row.id))
    .map(({ row, outcome, index, weight }): NoticedItem => ({
      item: { kind: "test", id: row.id, outcome },
      under: (causes) => {
        const rates = ratesAtState(row.id, causes);
        return (scene) => weight * Math.log(rates(scene)[index] ?? 1);
      },
    }));
  const silent = unmentioned(situation).filter(hangsOnState);
  const unsaid: NoticedItem[] =
    situation.present.length + situation.absent.length === 0 || silent.length === 0
      ? []
      : [{ item: { kind: "observation", id: NOT_COMPLAINED }, under: silentLog(silent) }];
  return [...told, ...tests, ...unsaid];
}

function toldLog({ row, present, weight }: Told): Impression["under"] {
  // One answer to one question: its share of all the answers there could be.
  const group = isOneOf(row) ? OBSERVATIONS.filter((o) => groupOf(o) === groupOf(row)) : [];
  return (causes) => {
    const rate = rateAtState(row, causes);
    if (!present) return (scene) => weight * Math.log(1 - rate(scene));
    const varying = group.filter(hangsOnState).map((o) => rateAtState(o, causes));
    const fixed = group
      .filter((o) => !hangsOnState(o))
      .reduce((sum, o) => sum + fixedRate(o, causes), 0);
    return (scene) => {
      const p = rate(scene);
      if (group.length === 0) return weight * Math.log(p);
      let sum = fixed;
      for (const r of varying) sum += r(scene);
      return weight * Math.log(p / sum);
    };
  };
}

/** Of one origin only what is missed most counts. */
function silentLog(rows: readonly ObservationRow[]): Impression["under"] {
  const keys = [...new Set(rows.map(silenceKey))];
  const groups = keys.map((key) => rows.filter((o) => silenceKey(o) === key));
  return (causes) => {
    const made = groups.map((group) =>
      group.map((o) => ({ noted: notedShare(o), rate: rateAtState(o, causes) })),
    );
    return (scene) => {
      let all = 1;
      for (const group of made) {
        let most = 0;
        for (const { noted, rate } of group) most = Math.max(most, noted * rate(scene));
        all *= 1 - most;
      }
      return Math.log(all);
    };
  };
}
