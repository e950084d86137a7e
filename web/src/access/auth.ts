/** Sign-in and sessions: the library, set up for names and passphrases. Its tables stand in a schema of their own. */
import "server-only";
import { hash, verify } from "@node-rs/argon2";
import { betterAuth } from "better-auth";
import { createAuthEndpoint } from "better-auth/api";
import { setSessionCookie } from "better-auth/cookies";
import { nextCookies } from "better-auth/next-js";
import { username } from "better-auth/plugins";
import { Pool } from "pg";
import * as z from "zod";
import { authSecret, signInName } from "@/db";
import { overHttps } from "./served";
import { LONGEST_PASSPHRASE, SHORTEST_PASSPHRASE } from "./passphrase";

/** A device that was signed in is not asked again for so long [s]. */
const TRUSTED = 90 * 24 * 3600;

/** A session for somebody whose right to it was checked by whoever asks: never reached from outside. */
const enterAs = {
  id: "enter-as",
  endpoints: {
    enterAs: createAuthEndpoint(
      { method: "POST", body: z.object({ id: z.string() }), metadata: { SERVER_ONLY: true } },
      async (ctx) => {
        const { internalAdapter } = ctx.context;
        const user = await internalAdapter.findUserById(ctx.body.id);
        if (!user) return { entered: false };
        const session = await internalAdapter.createSession(user.id);
        await setSessionCookie(ctx, { session, user });
        return { entered: true };
      },
    ),
  },
} as const;

const make = (secret: string, pool: Pool) =>
  betterAuth({
    appName: "Yard Tack",
    baseURL: "http://127.0.0.1",
    secret,
    telemetry: { enabled: false },
    database: pool,
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: SHORTEST_PASSPHRASE,
      maxPasswordLength: LONGEST_PASSPHRASE,
      password: {
        hash: (password) => hash(password),
        verify: ({ hash: kept, password }) => verify(kept, password),
      },
    },
    session: { expiresIn: TRUSTED, disableSessionRefresh: true },
    advanced: {
      cookiePrefix: "yard",
      // A session and whose it is in one statement.
      database: { joins: true },
      // Behind HTTPS the cookie never travels without it.
      useSecureCookies: overHttps(),
      defaultCookieAttributes: { httpOnly: true, sameSite: "lax" },
    },
    plugins: [
      username({
        minUsernameLength: 1,
        maxUsernameLength: 80,
        usernameNormalization: signInName,
        usernameValidator: () => true,
      }),
      enterAs,
      nextCookies(),
    ],
  });

export interface SignIn {
  readonly api: ReturnType<typeof make>["api"];
  /** Connections that see the schema of the accounts. */
  readonly pool: Pool;
}

const shared = globalThis as typeof globalThis & { yardAuth?: Promise<SignIn> };

/** The one instance of a server process. */
export function auth(): Promise<SignIn> {
  shared.yardAuth ??= authSecret().then((secret) => {
    const connectionString = process.env["DATABASE_URL"] ?? "";
    const pool = new Pool({ connectionString, options: "-c search_path=auth", max: 5 });
    // A connection that is lost while nobody uses it is made anew when somebody does.
    pool.on("error", () => undefined);
    return { api: make(secret, pool).api, pool };
  });
  // A database that was away at the first try must not stay away for good.
  shared.yardAuth.catch(() => (shared.yardAuth = undefined));
  return shared.yardAuth;
}
