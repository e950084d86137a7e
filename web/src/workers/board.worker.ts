/** The core's Board in a worker, so that typing never waits for it. */
import { boardOf, boardOfVisit } from "@yard-tack/core/board";
import { expose } from "comlink";

const api = { boardOf, boardOfVisit };
export type BoardWorker = typeof api;

expose(api);
