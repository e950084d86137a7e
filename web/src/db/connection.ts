/** The one connection pool of a server process. */
import { type EntityManager, MikroORM, type Options } from "@mikro-orm/postgresql";
import { Migrator } from "@mikro-orm/migrations";
import * as z from "zod";
import { ENTITIES } from "./entities";
import { Migration001First } from "./migrations/migration-001-first";
import { Migration002Ratings } from "./migrations/migration-002-ratings";
import { Migration003Visits } from "./migrations/migration-003-visits";
import { Migration004Entries } from "./migrations/migration-004-entries";
import { Migration005Views } from "./migrations/migration-005-views";
import { Migration006Zeros } from "./migrations/migration-006-zeros";
import { Migration007Settled } from "./migrations/migration-007-settled";
import { Migration008Access } from "./migrations/migration-008-access";
import { Migration009Whose } from "./migrations/migration-009-whose";
import { Migration010Promises } from "./migrations/migration-010-promises";
import { Migration011Rounds } from "./migrations/migration-011-rounds";
import { Migration012LineProposals } from "./migrations/migration-012-line-proposals";
import { Migration013Find } from "./migrations/migration-013-find";
import { Migration014ReportLinks } from "./migrations/migration-014-report-links";
import { Migration015Register } from "./migrations/migration-015-register";
import { Migration016PaperLinks } from "./migrations/migration-016-paper-links";
import { Migration017RegisterChanges } from "./migrations/migration-017-register-changes";
import { Migration018TellChanges } from "./migrations/migration-018-tell-changes";
import { Migration019SessionKeys } from "./migrations/migration-019-session-keys";
import { Migration020Upkeep } from "./migrations/migration-020-upkeep";

const environment = z.object({
  DATABASE_URL: z.string().min(1, "DATABASE_URL is not set; npm start sets it."),
});

/** In their order; a database that has had others was used by a newer program. */
export const MIGRATIONS = [
  { name: "migration-001-first", class: Migration001First },
  { name: "migration-002-ratings", class: Migration002Ratings },
  { name: "migration-003-visits", class: Migration003Visits },
  { name: "migration-004-entries", class: Migration004Entries },
  { name: "migration-005-views", class: Migration005Views },
  { name: "migration-006-zeros", class: Migration006Zeros },
  { name: "migration-007-settled", class: Migration007Settled },
  { name: "migration-008-access", class: Migration008Access },
  { name: "migration-009-whose", class: Migration009Whose },
  { name: "migration-010-promises", class: Migration010Promises },
  { name: "migration-011-rounds", class: Migration011Rounds },
  { name: "migration-012-line-proposals", class: Migration012LineProposals },
  { name: "migration-013-find", class: Migration013Find },
  { name: "migration-014-report-links", class: Migration014ReportLinks },
  { name: "migration-015-register", class: Migration015Register },
  { name: "migration-016-paper-links", class: Migration016PaperLinks },
  { name: "migration-017-register-changes", class: Migration017RegisterChanges },
  { name: "migration-018-tell-changes", class: Migration018TellChanges },
  { name: "migration-019-session-keys", class: Migration019SessionKeys },
  { name: "migration-020-upkeep", class: Migration020Upkeep },
];

export const ormOptions = (url: string): Options => ({
  clientUrl: url,
  entities: ENTITIES,
  extensions: [Migrator],
  discovery: { disableDynamicFileAccess: true },
  implicitTransactions: false,
  // Whoever asks says what happened, in words of their own.
  logger: () => undefined,
  pool: { min: 0, max: 10 },
  migrations: {
    snapshot: false,
    emit: "ts",
    migrationsList: MIGRATIONS,
  },
});

const shared = globalThis as typeof globalThis & { yardOrm?: Promise<MikroORM> };

/** A fresh unit of work for one request. */
export async function unitOfWork(): Promise<EntityManager> {
  shared.yardOrm ??= MikroORM.init(ormOptions(databaseUrl()));
  try {
    return (await shared.yardOrm).em.fork();
  } catch (error) {
    // A database that was away at the first try must not stay away for good.
    shared.yardOrm = undefined;
    throw error;
  }
}

/** Where the application's database is. */
export const databaseUrl = (): string => environment.parse(process.env).DATABASE_URL;

/** Closes the pool, if there is one; the next unit of work opens another. */
export async function closeConnection(): Promise<void> {
  const orm = await shared.yardOrm?.catch(() => undefined);
  shared.yardOrm = undefined;
  await orm?.close(true);
}
