/** A signature as a device sends it, and what the server says of it. */
import { receiveSignature } from "@/features/run-sheet/receive-signature";
import type { SignOffForm, SignOffOutcome } from "@/features/run-sheet/sign-off-form";
import { whoIsHere } from "./session";

interface Said {
  readonly errors?: readonly { readonly message: string }[];
}

/** @param at - when it was given, where that was before it is sent */
export async function signOff(
  { sheetId, ...form }: SignOffForm & { readonly sheetId: string },
  at?: string,
): Promise<SignOffOutcome> {
  const body = JSON.stringify({ personId: whoIsHere(), at, form });
  const headers = { "content-type": "application/json" };
  const request = new Request("http://127.0.0.1/", { method: "PUT", headers, body });
  const said = (await (await receiveSignature(request, sheetId)).json()) as SignOffOutcome & Said;
  return said.errors ? { ok: false, message: said.errors[0]?.message ?? "" } : said;
}
