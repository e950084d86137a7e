/** {@link Proof} and {@link PublicKey} as they come from outside: apart, for a page that signs has no need of schemas. */
import * as z from "zod";
import type { Proof, PublicKey } from "./written";

export const proof: z.ZodType<Proof> = z.object({
  key: z.uuid(),
  signature: z.string().regex(/^[\w-]{80,100}$/),
});

export const publicKey: z.ZodType<PublicKey> = z.strictObject({
  kty: z.literal("EC"),
  crv: z.literal("P-256"),
  x: z.string().regex(/^[\w-]{43}$/),
  y: z.string().regex(/^[\w-]{43}$/),
});
