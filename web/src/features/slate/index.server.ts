import "server-only";

export { choicesFor } from "./choices";
export { forecastAnew } from "./forecasts";
export { loadSlate } from "./server";
export { receiveCall } from "./receive-call";
