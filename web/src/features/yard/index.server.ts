import "server-only";

export { loadPump } from "./load-pump";
export { loadPumpPage, loadYard, pumpByCode } from "./server";
