export type { InstrumentDto, PumpDto } from "./pump-dto";
export { pumpLine } from "./words";
export { trendOf } from "./trend";
export type { TrendPoint } from "./trend";
export { TrendLine } from "./trend-line";
export { NewPumpForm } from "./new-pump-form";
export { PumpPage } from "./pump-page";
export { YardPage } from "./yard-page";
