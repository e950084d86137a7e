import "server-only";

export { receiveTable } from "./receive";
