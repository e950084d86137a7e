/** The device somebody is at: a key that it keeps, by which it is known who has signed in there. */
import "server-only";
import { cookies, headers } from "next/headers";
import { randomBytes } from "node:crypto";
import { peopleOfDevice, rememberDevice } from "@/db";
import { overHttps } from "./served";

const COOKIE = "yard-device";
const YEAR = 365 * 24 * 3600;

/** Notes who has signed in here; a device that has no key yet gets one. */
export async function signedInHere(personId: string): Promise<void> {
  const jar = await cookies();
  const key = jar.get(COOKIE)?.value ?? randomBytes(24).toString("base64url");
  jar.set(COOKIE, key, {
    path: "/",
    httpOnly: true,
    sameSite: "lax",
    secure: overHttps(),
    maxAge: YEAR,
  });
  await rememberDevice(key, personId, (await headers()).get("user-agent") ?? "");
}

/** Everybody who has signed in on this device. */
export async function authorsHere(): Promise<readonly string[]> {
  const key = (await cookies()).get(COOKIE)?.value;
  return key ? peopleOfDevice(key) : [];
}
