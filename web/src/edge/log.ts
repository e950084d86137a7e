/** The server's own log: one line of JSON for each thing worth a look, to standard error. */
import "server-only";
import pino from "pino";

export const log = pino({ name: "yard-tack" }, pino.destination(2));
