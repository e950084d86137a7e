/** Addresses that open the report of one visit without signing in: for an owner. */
import { randomBytes } from "node:crypto";
import { type LogEntryId, logEntryId } from "@yard-tack/core/case";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { columns, selected } from "./rows";
import { hashOf } from "./tokens";

const linkRow = columns(
  z.object({
    id: z.uuid(),
    by: z.string(),
    madeAt: z.coerce.date(),
    expiresAt: z.coerce.date(),
    openedAt: z.coerce.date().nullable(),
  }),
);
export type ReportLink = z.output<typeof linkRow>;

/** How long an address is good [days]. */
const LINK_DAYS = 90;

const GOOD = "r.revoked_at is null and r.expires_at > now()";

/** Makes one. @returns its secret, which is told this once */
export async function makeReportLink(entry: LogEntryId, by: string): Promise<string> {
  const secret = randomBytes(24).toString("base64url");
  const em = await unitOfWork();
  await em.execute(
    `insert into report_link (id, log_entry_id, hash, made_by, expires_at)
       values (?, ?, ?, ?, now() + make_interval(days => ?))`,
    [newId(), entry, hashOf(secret), by, LINK_DAYS],
  );
  return secret;
}

/** Those of an entry that are good now, newest first. */
export const reportLinks = async (entry: LogEntryId): Promise<readonly ReportLink[]> =>
  selected(
    await unitOfWork(),
    linkRow,
    `select r.id, r.made_at, r.expires_at, r.opened_at, p.name as by from report_link r
       join person p on p.id = r.made_by where r.log_entry_id = ? and ${GOOD}
       order by r.made_at desc limit 20`,
    [entry],
  );

/** The entry that an address opens, if it is good; that it was opened is noted. */
export async function entryOfLink(secret: string): Promise<LogEntryId | undefined> {
  const [row] = await selected(
    await unitOfWork(),
    columns(z.object({ logEntryId })),
    `update report_link r set opened_at = now() where r.hash = ? and ${GOOD}
       returning r.log_entry_id`,
    [hashOf(secret)],
  );
  return row?.logEntryId;
}

/** Ends those of an entry. @returns how many were good */
export async function endReportLinks(entry: LogEntryId): Promise<number> {
  const rows = await selected(
    await unitOfWork(),
    z.object({ id: z.string() }),
    `update report_link r set revoked_at = now() where r.log_entry_id = ? and ${GOOD} returning r.id`,
    [entry],
  );
  return rows.length;
}
