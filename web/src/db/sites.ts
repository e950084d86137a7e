/** The sites somebody may see, as statements ask for them. */

/** Every one, or those that were given to somebody or to a team of theirs. */
export type Sites = "all" | readonly string[];

/** Somebody who makes or moves something: where they may, and to whom a new place is given. */
export interface By {
  readonly id: string;
  readonly sites: Sites;
}

/** Whether a site may be seen. */
export const sees = (sites: Sites, site: string): boolean =>
  sites === "all" || sites.includes(site);

/** What `may_see(?, site)` is given. */
export const sitesText = (sites: Sites): string => (sites === "all" ? sites : sites.join(","));
