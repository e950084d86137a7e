/**
 * The names under which the application answers. A page of another site can have its own name point at this
 * machine (rebinding), and its scripts would then read everything as if it were theirs: so the name that was
 * asked for has to be one of ours.
 */

/** Loopback, under any port: whoever asks there is on this machine. */
const LOOPBACK = ["127.0.0.1", "localhost", "[::1]"];

/**
 * @param configured - YARD_HOSTS: names, with a port or without one, divided by commas
 * @returns whether a Host header names this application
 */
export function answersTo(host: string | null, configured: string | undefined): boolean {
  if (!host) return false;
  const asked = host.toLowerCase();
  const bare = withoutPort(asked);
  if (LOOPBACK.includes(bare)) return true;
  const names = (configured ?? "").split(",").map((name) => name.trim().toLowerCase());
  return names.some((name) => name !== "" && (name === asked || name === bare));
}

/** Whether somebody asked for this machine by its loopback name. */
export const isLoopback = (host: string | null): boolean =>
  host !== null && LOOPBACK.includes(withoutPort(host.toLowerCase()));

const withoutPort = (host: string): string => host.replace(/:\d+$/, "");
