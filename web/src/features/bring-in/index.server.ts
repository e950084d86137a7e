import "server-only";

export { receiveCase } from "./receive-case";
export { receiveTable } from "./receive";
