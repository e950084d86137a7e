/** The device's clock against the server's: one set to another year must not spoil the order of things. */

/** Less than this is a slow page or a slow clock, and stays. */
const WRONG_MS = 10 * 60_000;

/**
 * What has to be added to the device's clock [ms]; 0 when it is right enough.
 * @param servedAt - the server's clock when the page was made, ISO
 */
export function clockFault(servedAt: string, deviceNow: number): number {
  const off = Date.parse(servedAt) - deviceNow;
  return Math.abs(off) > WRONG_MS ? off : 0;
}
