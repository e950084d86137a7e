/** Dates and times in a site's own zone. */

const part = (iso: string, zone: string, options: Intl.DateTimeFormatOptions): string =>
  new Intl.DateTimeFormat("en-GB", { timeZone: zone, ...options }).format(new Date(iso));

export const clock = (iso: string, zone: string): string =>
  part(iso, zone, { hour: "2-digit", minute: "2-digit" });

export const day = (iso: string, zone: string): string =>
  part(iso, zone, { day: "numeric", month: "short", year: "numeric" });

export const weekday = (iso: string, zone: string): string => part(iso, zone, { weekday: "long" });

export const dayAndClock = (iso: string, zone: string): string =>
  `${day(iso, zone)}, ${clock(iso, zone)}`;
