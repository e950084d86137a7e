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

/**
 * Whether somebody sits at this machine: it was asked for by a loopback name, nobody passed the request on, and whoever
 * runs it serves nobody else. A proxy may well ask under a loopback name itself.
 * @param from - X-Forwarded-For: the addresses it came through
 * @param elsewhere - whether other names or HTTPS are configured
 */
export function isAtThisMachine(
  host: string | null,
  from: string | null,
  elsewhere: boolean,
): boolean {
  if (elsewhere || host === null || !LOOPBACK.includes(withoutPort(host.toLowerCase())))
    return false;
  return (from ?? "").split(",").every(isNear);
}

/** Whether an address is this machine's, or none. */
export const isNear = (address: string): boolean => NEAR.includes(address.trim().toLowerCase());

const NEAR = ["", "127.0.0.1", "::1", "::ffff:127.0.0.1"];

const withoutPort = (host: string): string => host.replace(/:\d+$/, "");
