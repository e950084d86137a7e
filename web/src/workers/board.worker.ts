/** The core's Board in a worker, so that typing never waits for it. */
import { boardOf } from "@yard-tack/core/board";
import { expose } from "comlink";

const api = { boardOf };
export type BoardWorker = typeof api;

expose(api);
