import "server-only";
import { X509Certificate } from "node:crypto";
import { readFile } from "node:fs/promises";
import { authorityFile } from "@/access";
import { freeToEnter, note, type Visitor } from "@/access/index.server";
import {
  hasPassphrase,
  listedPeople,
  namesOf,
  people,
  places,
  pumpChoices,
  teams,
  tokens,
  trailPage,
  type TrailRow,
  upkeepDone,
  welcomed,
  wholeTrail,
} from "@/db";
import { csvOf } from "@/shell/csv";
import type { PersonDto } from "@/shell/preferences";

export interface AccountDto {
  readonly person: PersonDto;
  /** In words: what they may see. */
  readonly sites: string;
  readonly free: readonly PersonDto[];
  readonly hasPassphrase: boolean;
}

/** Who is signed in, and whom a tap enters as instead. */
export async function loadAccount(visitor: Visitor): Promise<AccountDto> {
  const { sites, ...person } = visitor;
  const [free, seen, hasOne] = await Promise.all([
    freeToEnter(),
    places(sites),
    hasPassphrase(person.id),
  ]);
  const all = sites === "all";
  const names = seen.map((s) => s.name).join(", ");
  return {
    person,
    free,
    hasPassphrase: hasOne,
    sites: all ? "sees every place" : `sees ${names || "no place yet"}`,
  };
}

/** Behind a one-time address: whose it is; null for the first administrator, undefined when it is over. */
export async function loadWelcome(token: string): Promise<{ name: string | null } | undefined> {
  const whom = await welcomed(token);
  return whom && { name: whom === "first" ? null : whom.name };
}

/** The certificate that a phone on the plant network has to trust; undefined where HTTPS is not ours. */
export async function loadAuthority(): Promise<X509Certificate | undefined> {
  const file = authorityFile();
  return file === undefined ? undefined : new X509Certificate(await readFile(file));
}

/** Everybody, what they may see, and every place there is to give. */
export async function loadPeople() {
  const [listed, sites, done] = await Promise.all([listedPeople(), places("all"), upkeepDone()]);
  const upkeep = done.map(({ at, goodAt, ...row }) => ({
    ...row,
    at: at.toISOString(),
    goodAt: goodAt?.toISOString() ?? null,
  }));
  return { people: listed, sites, upkeep };
}
export type PeopleDto = Awaited<ReturnType<typeof loadPeople>>;
export type UpkeepDto = PeopleDto["upkeep"][number];

/** Every team, whom and what there is to put in. */
export async function loadTeams() {
  const [all, listed, sites] = await Promise.all([teams(), people(), places("all")]);
  return { teams: all, people: listed.map(({ id, name }) => ({ id, name })), sites };
}
export type TeamsDto = Awaited<ReturnType<typeof loadTeams>>;

/** Every token in words, and what a new one can be for. */
export async function loadTokens() {
  const [all, sites, pumps] = await Promise.all([tokens(), places("all"), pumpChoices("all", "")]);
  const now = new Date();
  const nameIn = (list: readonly { id: string; name: string }[], id: string) =>
    list.find((x) => x.id === id)?.name ?? "something that is not there any more";
  const day = (at: Date) => at.toISOString().slice(0, 10);
  return {
    sites,
    pumps,
    tokens: all.map(({ id, name, scopes, expiresAt, revokedAt, usedAt }) => ({
      id,
      name,
      words: scopes
        .map((s) =>
          s.may === "write-readings"
            ? `sends readings of ${nameIn(pumps, s.pump)}`
            : `${s.may === "calendar" ? "calendar of" : "reads"} ${nameIn(sites, s.site)}`,
        )
        .join(", "),
      expires: day(expiresAt),
      used: usedAt && day(usedAt),
      state: revokedAt || expiresAt < now ? ("over" as const) : ("good" as const),
    })),
  };
}
export type TokensDto = Awaited<ReturnType<typeof loadTokens>>;

interface TrailLine extends Omit<TrailRow, "at"> {
  readonly at: string;
}

export interface TrailDto {
  readonly rows: readonly TrailLine[];
  readonly total: number;
  readonly page: number;
  readonly pages: number;
}

/** People are noted by their number, so that a name can be erased; whoever is known is shown by name. */
const named = (about: string, names: Readonly<Record<string, string>>): string =>
  about.replace(/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/g, (id) => names[id] ?? id);

/** A page of the trail, newest first. @param page - from 0 */
export async function loadTrail(page: number): Promise<TrailDto> {
  const [{ rows, ...place }, names] = await Promise.all([trailPage(page), namesOf()]);
  const lines = rows.map((r) => ({ ...r, about: named(r.about, names), at: r.at.toISOString() }));
  return { rows: lines, ...place };
}

/** The whole trail as a CSV file. */
export async function trailCsv(by: Visitor) {
  await note(by.id, "exported", "the trail");
  const names = await namesOf();
  const rows = (await wholeTrail()).map(({ at, name, action, about, device }) => ({
    at: at.toISOString(),
    who: name ?? "",
    what: action,
    about: named(about, names),
    device,
  }));
  return { name: "trail.csv", text: csvOf(["at", "who", "what", "about", "device"], rows) };
}
