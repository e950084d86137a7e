export type { PumpDto } from "./pump-dto";
export { FindPump } from "./find-pump";
export { codeOf } from "./tag-code";
export { familyWords, pumpLine } from "./words";
export { HeadLine } from "./trend-line";
export { IdentityForm, NewPumpForm } from "./lazy-pump-form";
export { PumpPage } from "./pump-page";
export { YardPage } from "./yard-page";
