/** Coming in and going out. */
import "server-only";
import { hash } from "@node-rs/argon2";
import { APIError } from "better-auth/api";
import { headers } from "next/headers";
import { RateLimiterPostgres, RateLimiterRes } from "rate-limiter-flexible";
import { demoPeople, idOfName, type PersonRow, sighted, signInName, takeWelcome } from "@/db";
import { auth } from "./auth";
import { signedInHere } from "./device";
import { isAtThisMachine } from "./hosts";
import { servedElsewhere } from "./served";
import { note } from "./trail";

export type Came = { readonly ok: true } | { readonly ok: false; readonly message: string };

/** Wrong passphrases under one name before it is closed for a while, whoever tries. */
const TRIES = 6;
const CLOSED_FOR = 15 * 60;
/** How much longer each wrong one takes [ms]. */
const SLOWER = 400;

/** The same words whether there is such a name or not. */
const WRONG = "This name and passphrase do not belong together.";

async function limiter() {
  const { pool } = await auth();
  return new RateLimiterPostgres({
    storeClient: pool,
    storeType: "pool",
    schemaName: "auth",
    tableName: "attempts",
    tableCreated: true,
    keyPrefix: "name",
    points: TRIES,
    duration: CLOSED_FOR,
  });
}

/**
 * Signs somebody in.
 * @param shared - the device is used by others too: the session ends with the browser
 */
export async function signInWith(name: string, passphrase: string, shared: boolean): Promise<Came> {
  const { api } = await auth();
  const tries = await limiter();
  const username = signInName(name);
  // Counted before it is tried: two at once cannot share a try.
  const counted = await tries.consume(username).catch((over: unknown) => {
    if (over instanceof RateLimiterRes) return over;
    throw over;
  });
  if (counted.consumedPoints > TRIES) {
    const minutes = Math.max(1, Math.ceil(counted.msBeforeNext / 60_000));
    return {
      ok: false,
      message: `Too many wrong passphrases under this name. Wait ${minutes} minutes, or ask your administrator for a one-time address.`,
    };
  }
  try {
    const body = { username, password: passphrase, rememberMe: !shared };
    const came = await api.signInUsername({ body, headers: await headers() });
    if (!came || !(await sighted(came.user.id))) throw new APIError("UNAUTHORIZED");
    await tries.delete(username);
    await signedInHere(came.user.id);
    await note(came.user.id, "signed in");
    return { ok: true };
  } catch (error) {
    if (!(error instanceof APIError)) throw error;
    await new Promise((resolve) => setTimeout(resolve, SLOWER * counted.consumedPoints));
    await note(null, "wrong passphrase", (await idOfName(username)) ?? "");
    return { ok: false, message: WRONG };
  }
}

/** Whom a tap enters as: the demo's people, and only for somebody at this machine. */
export async function freeToEnter(): Promise<readonly PersonRow[]> {
  const asked = await headers();
  const here = isAtThisMachine(asked.get("host"), asked.get("x-forwarded-for"), servedElsewhere());
  return here ? demoPeople() : [];
}

/** Enters as one of {@link freeToEnter}; false when it is nobody of them. */
export async function enterFreely(id: string): Promise<boolean> {
  if (!(await freeToEnter()).some((p) => p.id === id)) return false;
  await enterAs(id);
  await note(id, "signed in by a tap on the demo");
  return true;
}

/** {@link signInWith} for somebody who came by a one-time address, which is used up by it. */
export async function welcomeIn(
  token: string,
  chosen: { readonly name: string; readonly units: "metric" | "us"; readonly passphrase: string },
): Promise<Came & { readonly field?: string }> {
  const hashed = await hash(chosen.passphrase);
  const taken = await takeWelcome(token, { name: chosen.name, units: chosen.units, hash: hashed });
  if (taken === "used") {
    return {
      ok: false,
      message: "This address is good no more. Ask your administrator for another.",
    };
  }
  if (taken === "name-taken") {
    return {
      ok: false,
      field: "name",
      message: "Somebody has this name already; add a second one.",
    };
  }
  await enterAs(taken);
  await note(taken, "signed in by a one-time address");
  return { ok: true };
}

/** Gives whoever is signed in here another passphrase; every other session of theirs ends. */
export async function changePassphrase(before: string, after: string): Promise<Came> {
  const { api } = await auth();
  try {
    const body = { currentPassword: before, newPassword: after, revokeOtherSessions: true };
    const { user } = await api.changePassword({ body, headers: await headers() });
    await note(user.id, "passphrase changed");
    return { ok: true };
  } catch (error) {
    if (!(error instanceof APIError)) throw error;
    return { ok: false, message: "That is not the passphrase you have; nothing was changed." };
  }
}

/** A session for somebody who has just shown that they may: by a one-time address, or in the demo. */
async function enterAs(id: string): Promise<void> {
  const { api } = await auth();
  await api.enterAs({ body: { id }, headers: await headers() });
  await signedInHere(id);
}

/** Ends the session of this device, or every session of whoever is signed in here. */
export async function signOutHere(everywhere: boolean): Promise<void> {
  const { api } = await auth();
  const asked = { headers: await headers() };
  const session = await api.getSession(asked);
  if (!session) return;
  if (everywhere) await api.revokeSessions(asked);
  await api.signOut(asked);
  await note(session.user.id, everywhere ? "signed out everywhere" : "signed out");
}
