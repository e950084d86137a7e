import "server-only";

export { loadInstrument, loadInstruments } from "./server";
