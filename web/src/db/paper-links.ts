/** Addresses that open one paper without signing in: for an owner. */
import { randomBytes } from "node:crypto";
import { logEntryId, pumpId } from "@yard-tack/core/case";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { columns, selected } from "./rows";
import { hashOf } from "./tokens";

/** What leaves the house on paper: a visit's report, a year of a place, a warranty claim, the card for the next pump. */
export const paper = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("visit"), entry: logEntryId }),
  z.object({ kind: z.literal("year"), site: z.uuid(), year: z.int().min(1990).max(2199) }),
  z.object({ kind: z.literal("claim"), pump: pumpId }),
  z.object({ kind: z.literal("next"), pump: pumpId }),
]);
export type Paper = z.output<typeof paper>;

const linkRow = columns(
  z.object({
    id: z.uuid(),
    by: z.string(),
    madeAt: z.coerce.date(),
    expiresAt: z.coerce.date(),
    openedAt: z.coerce.date().nullable(),
  }),
);
type PaperLink = z.output<typeof linkRow>;

const paperRow = columns(
  z.object({
    kind: z.string(),
    logEntryId: z.string().nullable(),
    siteId: z.string().nullable(),
    pumpId: z.string().nullable(),
    year: z.number().nullable(),
  }),
);

/** How long an address is good [days]. */
const LINK_DAYS = 90;

const GOOD = "r.revoked_at is null and r.expires_at > now()";
/** Those of one paper. */
const OF = `r.kind = ? and r.log_entry_id is not distinct from ? and r.site_id is not distinct from ?
  and r.pump_id is not distinct from ? and r.year is not distinct from ?`;

/** What a paper is of, in the order of {@link OF}. */
const keys = (of: Paper) => [
  of.kind,
  of.kind === "visit" ? of.entry : null,
  of.kind === "year" ? of.site : null,
  of.kind === "claim" || of.kind === "next" ? of.pump : null,
  of.kind === "year" ? of.year : null,
];

/** Makes one. @returns its secret, which is told this once */
export async function makePaperLink(of: Paper, by: string): Promise<string> {
  const secret = randomBytes(24).toString("base64url");
  const em = await unitOfWork();
  await em.execute(
    `insert into paper_link (id, kind, log_entry_id, site_id, pump_id, year, hash, made_by, expires_at)
       values (?, ?, ?, ?, ?, ?, ?, ?, now() + make_interval(days => ?))`,
    [newId(), ...keys(of), hashOf(secret), by, LINK_DAYS],
  );
  return secret;
}

/** Those of a paper that are good now, newest first. */
export const paperLinks = async (of: Paper): Promise<readonly PaperLink[]> =>
  selected(
    await unitOfWork(),
    linkRow,
    `select r.id, r.made_at, r.expires_at, r.opened_at, p.name as by from paper_link r
       join person p on p.id = r.made_by where ${OF} and ${GOOD}
       order by r.made_at desc limit 20`,
    keys(of),
  );

/** The paper that an address opens, if it is good; that it was opened is noted. */
export async function paperOfLink(secret: string): Promise<Paper | undefined> {
  const [row] = await selected(
    await unitOfWork(),
    paperRow,
    `update paper_link r set opened_at = now() where r.hash = ? and ${GOOD}
       returning r.kind, r.log_entry_id, r.site_id, r.pump_id, r.year`,
    [hashOf(secret)],
  );
  const { kind, logEntryId: entry, siteId: site, pumpId: pump, year } = row ?? {};
  return paper.safeParse({ kind, entry, site, pump, year }).data;
}

/** Ends those of a paper. @returns how many were good */
export async function endPaperLinks(of: Paper): Promise<number> {
  const rows = await selected(
    await unitOfWork(),
    z.object({ id: z.string() }),
    `update paper_link r set revoked_at = now() where ${OF} and ${GOOD} returning r.id`,
    keys(of),
  );
  return rows.length;
}
