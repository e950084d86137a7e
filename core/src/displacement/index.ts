export {
  displacementFlow,
  displacementNpshr,
  displacementPower,
  fitDisplacement,
  slipFlow,
  speedCeiling,
} from "./rating.ts";
export type { DisplacementNpsh, DisplacementPoint, DisplacementRating } from "./rating.ts";
