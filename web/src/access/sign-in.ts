/** Coming in and going out. */
import "server-only";
import { hash } from "@node-rs/argon2";
import { APIError } from "better-auth/api";
import { headers } from "next/headers";
import { createHash } from "node:crypto";
import { RateLimiterPostgres, RateLimiterRes } from "rate-limiter-flexible";
import {
  demoPeople,
  idOfName,
  isKnownDevice,
  type PersonRow,
  sighted,
  signInName,
  takeWelcome,
} from "@/db";
import { auth } from "./auth";
import { deviceKey, signedInHere } from "./device";
import { isAtThisMachine, isNear } from "./hosts";
import { servedElsewhere } from "./served";
import { note } from "./trail";

export type Came = { readonly ok: true } | { readonly ok: false; readonly message: string };

/** Wrong passphrases under one name before it is closed for a while: to strangers together, and to each device that is known. */
const TRIES = 6;
/** Wrong ones from one address, under whatever names. */
const TRIES_OF_ADDRESS = 40;
/** Wrong ones under names that nobody has which are noted: the trail is not for anybody to fill. */
const NOTED_STRANGERS = 20;
const CLOSED_FOR = 15 * 60;
/** How much longer each wrong one takes [ms]. */
const SLOWER = 400;

/** The same words whether there is such a name or not. */
const WRONG = "This name and passphrase do not belong together.";

async function limiter(keyPrefix: "name" | "address" | "strangers", points: number) {
  const { pool } = await auth();
  return new RateLimiterPostgres({
    storeClient: pool,
    storeType: "pool",
    schemaName: "auth",
    tableName: "attempts",
    tableCreated: true,
    keyPrefix,
    points,
    duration: CLOSED_FOR,
  });
}

/** Counts a try; how many there were, and how long until it is forgotten. */
async function counted(tries: RateLimiterPostgres, key: string): Promise<RateLimiterRes> {
  return tries.consume(key).catch((over: unknown) => {
    if (over instanceof RateLimiterRes) return over;
    throw over;
  });
}

/**
 * Where tries under a name are counted: those from a device on which its person has signed in before by themselves, so that
 * strangers cannot keep them out; all others together.
 */
async function doorOf(username: string, personId: string | undefined): Promise<string> {
  const key = await deviceKey();
  const known = key !== undefined && personId !== undefined && (await isKnownDevice(key, personId));
  return known ? `${username} at ${createHash("sha256").update(key).digest("hex")}` : username;
}

/** Where a request came from, where that says something: our own front and a proxy tell, this machine is everybody. */
async function addressOfAsker(): Promise<string | undefined> {
  const [first] = ((await headers()).get("x-forwarded-for") ?? "").split(",");
  const address = first?.trim() ?? "";
  return isNear(address) ? undefined : address;
}

const tooMany = (ms: number): Came => ({
  ok: false,
  message: `Too many wrong passphrases. Wait ${Math.max(1, Math.ceil(ms / 60_000))} minutes, or ask your administrator for a one-time address.`,
});

/**
 * Signs somebody in.
 * @param shared - the device is used by others too: the session ends with the browser
 */
export async function signInWith(name: string, passphrase: string, shared: boolean): Promise<Came> {
  const { api } = await auth();
  const username = signInName(name);
  const person = await idOfName(username);
  const tries = await limiter("name", TRIES);
  const door = await doorOf(username, person);
  const address = await addressOfAsker();
  const ofAddress = await limiter("address", TRIES_OF_ADDRESS);
  const before = address === undefined ? null : await ofAddress.get(address);
  // Looked at first: an address that is closed closes no name.
  if (before && before.consumedPoints >= TRIES_OF_ADDRESS) return tooMany(before.msBeforeNext);
  // Counted before it is tried: two at once cannot share a try.
  const count = await counted(tries, door);
  if (count.consumedPoints > TRIES) return tooMany(count.msBeforeNext);
  try {
    const body = { username, password: passphrase, rememberMe: !shared };
    const came = await api.signInUsername({ body, headers: await headers() });
    if (!came || !(await sighted(came.user.id))) throw new APIError("UNAUTHORIZED");
    await tries.delete(door);
    await signedInHere(came.user.id);
    await note(came.user.id, "signed in");
    return { ok: true };
  } catch (error) {
    if (!(error instanceof APIError)) throw error;
    if (address !== undefined) await counted(ofAddress, address);
    await new Promise((resolve) => setTimeout(resolve, SLOWER * count.consumedPoints));
    const strangers = await counted(await limiter("strangers", NOTED_STRANGERS), "all");
    if (person !== undefined || strangers.consumedPoints <= NOTED_STRANGERS)
      await note(null, "wrong passphrase", person ?? "");
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
export async function changePassphrase(
  personId: string,
  before: string,
  after: string,
): Promise<Came> {
  const { api } = await auth();
  // Whoever holds an open device has no more tries at the passphrase than anybody else.
  const tries = await limiter("name", TRIES);
  const door = `change of ${personId}`;
  const count = await counted(tries, door);
  if (count.consumedPoints > TRIES) return tooMany(count.msBeforeNext);
  try {
    const body = { currentPassword: before, newPassword: after, revokeOtherSessions: true };
    const { user } = await api.changePassword({ body, headers: await headers() });
    await tries.delete(door);
    await note(user.id, "passphrase changed");
    return { ok: true };
  } catch (error) {
    if (!(error instanceof APIError)) throw error;
    await note(personId, "wrong passphrase", personId);
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
