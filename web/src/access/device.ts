/**
 * The device somebody is at: a key that it keeps, by which it is known again when somebody signs in. It shows nothing of who wrote
 * what: whoever holds the device holds it.
 */
import "server-only";
import { cookies, headers } from "next/headers";
import { randomBytes } from "node:crypto";
import { rememberDevice } from "@/db";
import { overHttps } from "./served";

const COOKIE = "yard-device";
const YEAR = 365 * 24 * 3600;

/** The key that this device shows; it may be one that somebody put there. */
export const deviceKey = async (): Promise<string | undefined> =>
  (await cookies()).get(COOKIE)?.value;

/** Notes who has signed in here. The device gets a new key each time: one that was put there before opens nothing afterwards. */
export async function signedInHere(personId: string): Promise<void> {
  const jar = await cookies();
  const key = randomBytes(24).toString("base64url");
  const before = jar.get(COOKIE)?.value;
  jar.set(COOKIE, key, {
    path: "/",
    httpOnly: true,
    sameSite: "lax",
    secure: overHttps(),
    maxAge: YEAR,
  });
  await rememberDevice(key, before, personId, (await headers()).get("user-agent") ?? "");
}
