/** Reads what this device kept, whatever version wrote it. Fetched only when something was kept. */
import { readEntries } from "@yard-tack/core/visit";

export const readKept = readEntries;
