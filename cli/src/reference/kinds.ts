/** Which core functions answer each set of check values. A set or kind not listed is skipped. */
import type { Computed } from "./computed.ts";
import type { Inputs } from "./inputs.ts";
import { affinity } from "./sets/affinity.ts";
import { fire } from "./sets/fire.ts";
import { deadhead, friction } from "./sets/friction.ts";
import { gland } from "./sets/gland.ts";
import { head, uncertainty } from "./sets/head.ts";
import { motor } from "./sets/motor.ts";
import { npshCase } from "./sets/npsh.ts";
import { sump } from "./sets/sump.ts";
import { vacuum } from "./sets/vacuum.ts";
import { water } from "./sets/water.ts";

/** Calculations by set name. */
export const SETS: Readonly<Record<string, (inputs: Inputs) => Computed>> = {
  water,
  head,
  uncertainty,
  affinity,
  npsh: npshCase,
  motor,
  friction,
  deadhead,
  fire,
  sump,
  vacuum,
  gland,
};
