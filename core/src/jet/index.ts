export { apparentLift, buildJet, jetFlow } from "./rating.ts";
export type { JetFault, JetPoint, JetRating } from "./rating.ts";
