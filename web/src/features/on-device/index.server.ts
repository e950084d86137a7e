import "server-only";

export { dayOf } from "./server";
