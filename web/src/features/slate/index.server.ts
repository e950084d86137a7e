import "server-only";

export { forecastAnew } from "./forecasts";
export { loadSlate } from "./server";
