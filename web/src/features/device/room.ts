/** How much room this device has left for what pages keep. */

/** Beyond this share of what the browser lets a page keep somebody is told. */
const NEARLY = 0.8;

export interface Room {
  /** [bytes] */
  readonly used: number;
  /** [bytes] */
  readonly inAll: number;
  /** What is typed is still kept, and it is time to do something about it. */
  readonly nearlyFull: boolean;
}

/** Undefined where the browser does not say. */
export async function roomHere(): Promise<Room | undefined> {
  const { usage, quota } = (await navigator.storage?.estimate?.().catch(() => undefined)) ?? {};
  if (usage === undefined || !quota) return undefined;
  return { used: usage, inAll: quota, nearlyFull: usage > NEARLY * quota };
}
