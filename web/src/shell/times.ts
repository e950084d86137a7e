/** Dates and times in a site's own zone. */

/** Making one takes longer than all it is used for on a sheet: each is made once. */
const FORMATS = new Map<string, Intl.DateTimeFormat>();

function formatIn(zone: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${zone} ${Object.entries(options).join()}`;
  const known = FORMATS.get(key);
  if (known) return known;
  const made = new Intl.DateTimeFormat("en-GB", { timeZone: zone, ...options });
  FORMATS.set(key, made);
  return made;
}

const part = (iso: string, zone: string, options: Intl.DateTimeFormatOptions): string =>
  formatIn(zone, options).format(new Date(iso));

export const clock = (iso: string, zone: string): string =>
  part(iso, zone, { hour: "2-digit", minute: "2-digit" });

export const day = (iso: string, zone: string): string =>
  part(iso, zone, { day: "numeric", month: "short", year: "numeric" });

/** "3 Oct" in the year in which it is read, with its year in any other. */
export const dayNear = (iso: string, now: string, zone: string): string => {
  const year = (at: string) => part(at, zone, { year: "numeric" });
  return year(iso) === year(now)
    ? part(iso, zone, { day: "numeric", month: "short" })
    : day(iso, zone);
};

/** A day at a place, where it is another one than today's for whoever looks at it from another zone; else nothing. */
export const otherDay = (iso: string, zone: string, now: string, here: string): string =>
  day(iso, zone) === day(now, here) ? "" : dayNear(iso, now, zone);

/** "GMT-7": what a zone is called on that day. */
export const zoneName = (iso: string, zone: string): string =>
  formatIn(zone, { timeZoneName: "short" })
    .formatToParts(new Date(iso))
    .find((p) => p.type === "timeZoneName")?.value ?? zone;

export const weekday = (iso: string, zone: string): string => part(iso, zone, { weekday: "long" });

export const dayAndClock = (iso: string, zone: string): string =>
  `${day(iso, zone)}, ${clock(iso, zone)}`;

/** What a clock at a place shows, as a field for date and time has it: "2026-03-02T14:30". */
export const wallTime = (iso: string, zone: string): string => {
  const at = (options: Intl.DateTimeFormatOptions) => part(iso, zone, options);
  const date = [at({ year: "numeric" }), at({ month: "2-digit" }), at({ day: "2-digit" })].join(
    "-",
  );
  return `${date}T${clock(iso, zone)}`;
};

/** Form of {@link wallTime}. */
export const WALL_TIME = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/;

/** The moment that a clock at a place shows so, ISO 8601; undefined where the text is no time. @param wall - "2026-03-02T14:30" */
export function instantAt(wall: string, zone: string): string | undefined {
  const shown = Date.parse(`${wall}Z`);
  if (Number.isNaN(shown)) return undefined;
  // What the zone is off at about that moment; asked twice, for the clock may change in between.
  let at = shown;
  for (let i = 0; i < 2; i++)
    at += shown - Date.parse(`${wallTime(new Date(at).toISOString(), zone)}Z`);
  return new Date(at).toISOString();
}

/** Whether a text names a time zone. */
export const isZone = (text: string): boolean => {
  try {
    new Intl.DateTimeFormat("en", { timeZone: text });
    return text !== "";
  } catch {
    return false;
  }
};
