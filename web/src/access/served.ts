/** How the application is reached, as whoever runs it has set it. */

const setting = (name: string): string => process.env[name] ?? "";

/** Whether browsers come over HTTPS: cookies then never travel without it. */
export const overHttps = (): boolean => setting("YARD_HTTPS") === "1";

/** Names it answers to besides loopback's, divided by commas. */
export const otherNames = (): string => setting("YARD_HOSTS");

/**
 * Whether it cannot be known who sits at this machine: it is served elsewhere, and not by a front of our own, which
 * tells truly where a request came from.
 */
export const servedElsewhere = (): boolean =>
  setting("YARD_FRONT") !== "1" && (otherNames() !== "" || overHttps());

/** Where a page is that was asked for at this host: an address to give away leads there from other devices too. */
export const addressOf = (host: string | null): string =>
  setting("YARD_ADDRESS") || `${overHttps() ? "https" : "http"}://${host ?? ""}`;

/** File of the certificate that a phone on the plant network has to trust; undefined where there is none. */
export const authorityFile = (): string | undefined => setting("YARD_AUTHORITY") || undefined;
