import "server-only";

export { loadPump } from "./load-pump";
export { loadPumpPage, loadYard } from "./server";
