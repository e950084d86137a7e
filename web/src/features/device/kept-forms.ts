/** Calls that were taken and signatures that were given on this device, until the server has them. */
import type { SheetId } from "@yard-tack/core/case";
import { proveCall } from "./session-key";
import { type KeptCall, type KeptSignature, open } from "./store";

/** Keeps a call that was taken here. */
export async function keepCall(call: KeptCall): Promise<void> {
  await (await open()).put("calls", call);
  if (call.refused === undefined) await proveCall(call);
}

/** The call of a sheet that the server does not have yet. */
export async function callOf(sheetId: SheetId): Promise<KeptCall | undefined> {
  return (await open()).get("calls", sheetId);
}

/** Forgets a call: the server has it. */
export async function forgetCall(sheetId: SheetId): Promise<void> {
  const tx = (await open()).transaction(["calls", "proofs"], "readwrite");
  await Promise.all([
    tx.objectStore("calls").delete(sheetId),
    tx.objectStore("proofs").delete(sheetId),
    tx.done,
  ]);
}

/** Keeps the signature of a sheet in place of one that was kept before. */
export async function keepSignature(signature: KeptSignature): Promise<void> {
  await (await open()).put("signatures", signature);
}

/** The signature of a sheet that has not reached the server. */
export async function signatureOf(sheetId: SheetId): Promise<KeptSignature | undefined> {
  return (await open()).get("signatures", sheetId);
}

/** Forgets a signature: the server has it, or who gave it took it back. */
export async function forgetSignature(sheetId: SheetId): Promise<void> {
  await (await open()).delete("signatures", sheetId);
}
