/** Every observation of the case format, with its words. */
import { PIPES } from "./pipes.ts";
import type { ObservationRow } from "./row.ts";
import { SENSED } from "./sensed.ts";
import { TOLD } from "./told.ts";
import { TOUCHED } from "./touched.ts";

export type { ObservationRow, Origin } from "./row.ts";

export const OBSERVATIONS: readonly ObservationRow[] = [...TOLD, ...SENSED, ...TOUCHED, ...PIPES];

const byId = new Map<string, ObservationRow>(OBSERVATIONS.map((o) => [o.id, o]));

export const observationRow = (id: string): ObservationRow | undefined => byId.get(id);
