/** What a test or a reading is worth, as a technician would say it; bits are for who asks. */

/** From so many bits on it parts the causes that are left, from so many on it moves them. */
const DECIDES = 0.5;
const HELPS = 0.15;

/** "would decide", "would help", "would tell little". @param bits - expected fall of entropy */
export const worthInWords = (bits: number): string =>
  bits >= DECIDES ? "would decide" : bits >= HELPS ? "would help" : "would tell little";
