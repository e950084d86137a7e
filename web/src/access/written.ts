/**
 * What a session of somebody's wrote, signed by a key of that session: ECDSA over P-256, whose private half the browser
 * keeps and gives to no script. Made on the device, checked on the server.
 */
import stringify from "safe-stable-stringify";

const ALGORITHM = { name: "ECDSA", namedCurve: "P-256" } as const;
const SIGNED = { name: "ECDSA", hash: "SHA-256" } as const;

/** Something that was written for a sheet. */
export interface Written {
  readonly kind: "entry" | "photo" | "call";
  readonly sheetId: string;
  /** As it is sent, all of it: of a picture its facts and {@link digestOf} its bytes. */
  readonly content: unknown;
}

/** By which key it was signed, and the signature (base64url). */
export interface Proof {
  readonly key: string;
  readonly signature: string;
}

/** The public half of a key, as JSON Web Keys have it. */
export interface PublicKey {
  readonly kty: "EC";
  readonly crv: "P-256";
  readonly x: string;
  readonly y: string;
}

/** The same bytes on both sides, whatever order the members of an object came in. */
const bytesOf = ({ kind, sheetId, content }: Written): Uint8Array<ArrayBuffer> =>
  new TextEncoder().encode(stringify({ kind, sheetId, content }));

/** A key of a new session; its private half can sign, and be read by nobody. */
export const makeKey = (): Promise<CryptoKeyPair> =>
  crypto.subtle.generateKey(ALGORITHM, false, ["sign", "verify"]);

export async function publicHalf(pair: CryptoKeyPair): Promise<PublicKey> {
  const { x = "", y = "" } = await crypto.subtle.exportKey("jwk", pair.publicKey);
  return { kty: "EC", crv: "P-256", x, y };
}

/** Signs what was written. */
export async function signWritten(privateKey: CryptoKey, written: Written): Promise<string> {
  const signature = await crypto.subtle.sign(SIGNED, privateKey, bytesOf(written));
  return base64url(new Uint8Array(signature));
}

/** Whether what was written was signed by the private half of a key. */
export async function isSignedBy(
  key: PublicKey,
  written: Written,
  signature: string,
): Promise<boolean> {
  const imported = await crypto.subtle.importKey("jwk", key, ALGORITHM, false, ["verify"]);
  return crypto.subtle.verify(SIGNED, imported, bytesFrom(signature), bytesOf(written));
}

/** SHA-256 of bytes (base64url). */
export const digestOf = async (bytes: Uint8Array<ArrayBuffer>): Promise<string> =>
  base64url(new Uint8Array(await crypto.subtle.digest("SHA-256", bytes)));

const base64url = (bytes: Uint8Array): string =>
  btoa(String.fromCharCode(...bytes))
    .replace(/\+/g, "-")
    .replace(/\//g, "_")
    .replace(/=+$/, "");

const bytesFrom = (text: string): Uint8Array<ArrayBuffer> =>
  Uint8Array.from(atob(text.replace(/-/g, "+").replace(/_/g, "/")), (c) => c.charCodeAt(0));
