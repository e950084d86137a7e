import "server-only";

export { TagCard } from "./tag-card";
export { loadPump } from "./load-pump";
export { loadPumpPage, loadYard, pumpByCode } from "./server";
