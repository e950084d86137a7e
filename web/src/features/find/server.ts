import "server-only";
import { CAUSES } from "@yard-tack/core/diagnosis";
import type { Visitor } from "@/access/index.server";
import { may } from "@/access";
import { findAnything, type Found, wordsIn } from "@/db";
import { day } from "@/shell/times";

/** Something that was found, and where it is. */
export interface FoundDto {
  readonly group: string;
  readonly id: string;
  readonly title: string;
  readonly about: string;
  readonly href: string;
}

const LONGEST = 120;
const ABOUT = 90;

const WAYS: Readonly<
  Record<Found["kind"], { readonly group: string; readonly href: (f: Found) => string }>
> = {
  pump: { group: "Pumps", href: (f) => `/yard/${f.id}` },
  place: { group: "Places", href: (f) => `/yard?find=${encodeURIComponent(f.title)}` },
  plate: { group: "Plates", href: (f) => `/yard/${f.id}` },
  entry: { group: "Log", href: (f) => `/log/${f.id}` },
  person: { group: "Visits of", href: (f) => `/log?person=${f.id}` },
};

/** Pages that are gone to by their name. */
const PAGES = [
  ["Slate", "what needs doing today", "/", "read"],
  ["Yard", "places and pumps", "/yard", "read"],
  ["Log", "what was found and done", "/log", "read"],
  ["First causes", "how often the Board was right", "/log/first-causes", "read"],
  ["What causes cost", "visits, hours, money, what comes back", "/log/causes", "read"],
  ["Bench", "priming, tried before it is done", "/priming", "read"],
  ["New call", "take a call", "/call", "work"],
  ["New pump", "put one on the yard", "/yard/new", "register"],
  ["People", "who works here", "/people", "people"],
  ["Trail", "who did what", "/people/trail", "people"],
] as const;

/** Whether every word of a question begins one of a text. */
const has = (text: string, asked: readonly string[]): boolean => {
  const words = wordsIn(text);
  return asked.every((a) => words.some((w) => w.startsWith(a)));
};

/** Pumps, places, plates, causes, entries, people and pages that have every word of a text, as somebody may see them. */
export async function find(visitor: Visitor, text: string): Promise<readonly FoundDto[]> {
  const asked = text.slice(0, LONGEST);
  const words = wordsIn(asked);
  if (words.length === 0) return [];
  const rows = (await findAnything(visitor.sites, asked)).map((f): FoundDto => ({
    group: WAYS[f.kind].group,
    id: `${f.kind}/${f.id}`,
    title: f.title,
    about: [f.at && f.zone ? day(f.at.toISOString(), f.zone) : "", f.about.slice(0, ABOUT)]
      .filter((w) => w !== "")
      .join(": "),
    href: WAYS[f.kind].href(f),
  }));
  const causes = CAUSES.filter((c) => c.id !== "unlisted" && has(c.name, words))
    .slice(0, 6)
    .map((c): FoundDto => ({
      ...{ group: "Causes in the log", id: `cause/${c.id}`, title: c.name },
      ...{ about: "visits that ended with it", href: `/log?cause=${c.id}` },
    }));
  const pages = PAGES.filter(
    ([name, , , right]) => may(visitor.role, right) && has(name, words),
  ).map(([title, about, href]): FoundDto => ({
    ...{ group: "Pages", id: `page${href}`, title, about, href },
  }));
  const ofKind = (group: string) => rows.filter((r) => r.group === group);
  return [
    ...["Pumps", "Places", "Plates"].flatMap(ofKind),
    ...pages,
    ...causes,
    ...["Log", "Visits of"].flatMap(ofKind),
  ];
}
