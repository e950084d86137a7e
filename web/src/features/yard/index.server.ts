import "server-only";

export { TagCard } from "./tag-card";
export { loadPumpPage, loadYard, pumpByCode } from "./server";
