/** Tokens of machines: named, for something, for a time; only their hashes are kept. */
import { createHash, randomBytes } from "node:crypto";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { columns, type Role, ROLES, selected } from "./rows";

/** What a token is for. */
const tokenScope = z.discriminatedUnion("may", [
  z.object({ may: z.literal("read-site"), site: z.uuid() }),
  z.object({ may: z.literal("calendar"), site: z.uuid() }),
  z.object({ may: z.literal("write-readings"), pump: z.uuid() }),
]);
export type TokenScope = z.output<typeof tokenScope>;

const tokenShape = {
  id: z.uuid(),
  name: z.string(),
  /** Who made it: what it writes carries their name. */
  madeBy: z.uuid(),
  scopes: z.array(tokenScope),
  madeAt: z.coerce.date(),
  expiresAt: z.coerce.date(),
  revokedAt: z.coerce.date().nullable(),
  usedAt: z.coerce.date().nullable(),
};
const tokenRow = columns(z.object(tokenShape));
export type Token = z.output<typeof tokenRow>;

/** What is kept of a secret. */
export const hashOf = (text: string): string => createHash("sha256").update(text).digest("hex");

/** Makes a token. @param days - how long it is good @returns its text, which is told this once */
export async function makeToken(
  name: string,
  madeBy: string,
  scopes: readonly TokenScope[],
  days: number,
): Promise<string> {
  const text = `yard_${randomBytes(24).toString("base64url")}`;
  await (
    await unitOfWork()
  ).execute(
    `insert into token (id, name, hash, made_by, scopes, expires_at)
       values (?, ?, ?, ?, ?::jsonb, now() + make_interval(days => ?))`,
    [newId(), name, hashOf(text), madeBy, JSON.stringify(scopes), days],
  );
  return text;
}

/** A token with what whoever made it is now. */
export interface TokenNow {
  readonly token: Token;
  readonly makerRole: Role;
}

/** The token of a text, if it is good now and whoever made it is still on the list; that it was used is noted. */
export async function tokenOf(text: string): Promise<TokenNow | undefined> {
  const [row] = await selected(
    await unitOfWork(),
    columns(z.object({ ...tokenShape, makerRole: z.enum(ROLES) })),
    `update token t set used_at = now() from person p
       where t.hash = ? and t.revoked_at is null and t.expires_at > now()
         and p.id = t.made_by and p.left_at is null
       returning t.*, p.role as maker_role`,
    [hashOf(text)],
  );
  if (!row) return undefined;
  const { makerRole, ...token } = row;
  return { token, makerRole };
}

/** Every token, newest first. */
export const tokens = async (): Promise<readonly Token[]> =>
  selected(await unitOfWork(), tokenRow, "select * from token order by made_at desc, id", []);

/** Ends a token; its name, undefined where there is none that was good. */
export async function revokeToken(id: string): Promise<string | undefined> {
  const [row] = await selected(
    await unitOfWork(),
    z.object({ name: z.string() }),
    "update token set revoked_at = now() where id = ? and revoked_at is null returning name",
    [id],
  );
  return row?.name;
}
