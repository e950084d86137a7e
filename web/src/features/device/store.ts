/**
 * The store of what was typed on this device and is not with the server. Every function over it fails when the device keeps
 * nothing.
 */
import type { PersonId, SheetId } from "@yard-tack/core/case";
import type { PictureFacts } from "@yard-tack/core/visit";
import type { DBSchema } from "idb";
import type { Proof } from "@/access";
import { storeOf } from "./opening";

export interface KeptEntry {
  readonly id: string;
  readonly sheetId: string;
  /** As it was written, by whatever version. */
  readonly entry: unknown;
  /** Counted up on this device: what was made first goes first, whatever its clock says. */
  readonly made?: number;
}

/** An entry that the server did not take, and why. */
export interface AsideEntry {
  readonly id: string;
  readonly sheetId: string;
  readonly entry: unknown;
  readonly reason: string;
  /** Somebody else's: it goes when they are signed in here. */
  readonly waitsFor?: string;
}

export interface Draft {
  readonly key: string;
  readonly sheetId: string;
  readonly text: string;
}

/** A picture on its way; gone from here once the server has it. */
export interface KeptPhoto extends PictureFacts {
  readonly sheetId: SheetId;
  readonly blob: Blob;
  /** Why it is not sent (again) by itself. */
  readonly refused?: string;
  /** Until who is signed in here. */
  readonly waitsFor?: string;
}

/** A signature that was given on this device and has not reached the server. */
export interface KeptSignature {
  readonly sheetId: SheetId;
  readonly personId: PersonId;
  /** ISO 8601, the device's clock put right. */
  readonly at: string;
  /** What is signed, as the form has it. */
  readonly form: unknown;
  /** Why the server did not take it, and at which field; it is not sent again by itself. */
  readonly refused?: {
    readonly message: string;
    readonly field?: string;
    readonly waitsFor?: string;
  };
}

/** A call that was taken on this device with no network, and its pump where that is new. */
export interface KeptCall {
  readonly sheetId: SheetId;
  /** As it is sent. */
  readonly call: unknown;
  /** Why the server did not take it; it is not sent again by itself. */
  readonly refused?: string;
  /** Until who is signed in here. */
  readonly waitsFor?: string;
}

/** The key of the session that is open here: what is written is signed with it, and nobody reads its private half. */
interface KeptKey {
  readonly here: "here";
  readonly id: string;
  readonly session: string;
  readonly personId: string;
  readonly privateKey: CryptoKey;
}

/** What shows that a session of its writer's wrote something, by the id of that. */
export interface KeptProof {
  readonly id: string;
  readonly proof: Proof;
}

interface OutboxSchema extends DBSchema {
  keys: { key: string; value: KeptKey };
  proofs: { key: string; value: KeptProof };
  calls: { key: string; value: KeptCall };
  signatures: { key: string; value: KeptSignature };
  photos: { key: string; value: KeptPhoto; indexes: { sheet: string } };
  entries: { key: string; value: KeptEntry; indexes: { sheet: string; made: number } };
  aside: { key: string; value: AsideEntry; indexes: { sheet: string } };
  drafts: { key: string; value: Draft; indexes: { sheet: string } };
}

const VERSION = 5;

export const open = storeOf<OutboxSchema>("yard-outbox", VERSION, (db, from, _to, tx) => {
  if (from < 1) {
    db.createObjectStore("entries", { keyPath: "id" }).createIndex("sheet", "sheetId");
    db.createObjectStore("drafts", { keyPath: "key" }).createIndex("sheet", "sheetId");
  }
  if (from < 2) {
    db.createObjectStore("photos", { keyPath: "id" }).createIndex("sheet", "sheetId");
  }
  if (from < 3) {
    db.createObjectStore("aside", { keyPath: "id" }).createIndex("sheet", "sheetId");
    tx.objectStore("entries").createIndex("made", "made");
  }
  if (from < 4) {
    db.createObjectStore("signatures", { keyPath: "sheetId" });
    db.createObjectStore("calls", { keyPath: "sheetId" });
  }
  if (from < 5) {
    db.createObjectStore("keys", { keyPath: "here" });
    db.createObjectStore("proofs", { keyPath: "id" });
  }
});

/** Whether a newer program than this one has written on this device. */
export const newerWasHere = async (): Promise<boolean> => (await open()).version > VERSION;
