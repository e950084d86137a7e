/** The page that an address asks for, from 0; the first one where it asks for none that can be. */
export function pageOf(written: string | readonly string[] | undefined): number {
  const page = typeof written === "string" && /^\d{1,6}$/.test(written) ? Number(written) : 1;
  return Math.max(0, page - 1);
}

/** The address of a page of a list. @param page - from 0 @param search - what else the list is asked for */
export function pageHref(
  path: string,
  page: number,
  search: Readonly<Record<string, string>> = {},
) {
  const asked = new URLSearchParams(Object.entries(search).filter(([, value]) => value !== ""));
  if (page > 0) asked.set("page", String(page + 1));
  const query = asked.toString();
  return query === "" ? path : `${path}?${query}`;
}
