import "server-only";

export { TagCard } from "./tag-card";
export { loadPumpPage, knownPlaces, loadYard, pumpByCode } from "./server";
