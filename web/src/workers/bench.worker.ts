/** The bench's water and air in a worker, so that a tap never waits for them. */
import { moveOn } from "@yard-tack/core/suction";
import { expose } from "comlink";

const api = { moveOn };
export type BenchWorker = typeof api;

expose(api);
