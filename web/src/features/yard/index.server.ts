import "server-only";

export { TagCard } from "./tag-card";
export { loadIdentity, loadPumpPage, knownPlaces, loadYard, pumpByCode } from "./server";
