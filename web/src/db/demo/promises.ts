/** What the demo's past visits promised for these days. */
import type { EntityManager } from "@mikro-orm/postgresql";
import { keepPromises, type PromiseKind } from "../promises";
import { DateTime } from "luxon";
import { id } from "./ids";

/** Of the places that the demo promised something at. */
const ZONE = "Europe/London";

interface PromiseStory {
  readonly tag: string;
  /** The visit that promised it. */
  readonly daysAgo: number;
  readonly kind: PromiseKind;
  readonly what: string;
  /** After the demo is loaded [h]; what is to be today's stays today's, late in the evening too. */
  readonly dueIn: number;
  readonly today?: true;
  /** What its counter shows then. */
  readonly dueHours?: number;
}

const PROMISES: readonly PromiseStory[] = [
  {
    ...{ tag: "BI-1", daysAgo: 1, kind: "recheck", dueIn: 1, today: true },
    what: "Gland: drops and warmth after a day",
  },
  {
    ...{ tag: "OG-2", daysAgo: 31, kind: "recheck", dueIn: -2 },
    what: "Feel the north wing get warm; flange bolts, cold",
  },
  {
    ...{ tag: "LF-1", daysAgo: 56, kind: "round", dueIn: 2, today: true, dueHours: 15_220 },
    what: "Next round, or at 15220 h on its counter",
  },
  {
    ...{ tag: "OG-3", daysAgo: 170, kind: "parts", dueIn: 75 },
    what: "Float with a longer tether",
  },
];

export async function loadPromises(em: EntityManager, now: Date): Promise<void> {
  for (const { tag, daysAgo, kind, what, dueIn, today, dueHours } of PROMISES) {
    const due = DateTime.fromJSDate(now, { zone: ZONE }).plus({ hours: dueIn });
    const last = DateTime.fromJSDate(now, { zone: ZONE }).endOf("day");
    const dueAt = (today && due > last ? last : due).toJSDate();
    await keepPromises(
      em,
      {
        pumpId: id("pump", tag),
        logEntryId: id("log", tag, daysAgo),
        madeBy: id("person", "technician"),
      },
      [{ kind, what, dueAt, dueHours: dueHours ?? null }],
    );
  }
}
