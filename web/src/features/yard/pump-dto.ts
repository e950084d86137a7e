import type { PumpRecord } from "@/db";

/** A pump as screens need it: everything as written, and read by the one interpreter. */
export type PumpDto = PumpRecord;
