/** What the database tells of sheets as it happens: one connection of this process listens, whoever asked is called. */
import type { SheetId } from "@yard-tack/core/case";
import { Client } from "pg";
import { databaseUrl } from "./connection";

const CHANNEL = "yard_sheet";
/** Tried again after so long when the connection is lost [ms]. */
const AGAIN = 1000;

type Listener = () => void;

interface Ear {
  readonly listeners: Map<string, Set<Listener>>;
  client: Client | undefined;
  opening: boolean;
}

// One for the process, however often this file is loaded in it.
const shared = globalThis as typeof globalThis & { yardEar?: Ear };
const ear = (shared.yardEar ??= { listeners: new Map(), client: undefined, opening: false });

/**
 * Calls whenever something came to a sheet, on whatever server; also once when what happened may have been missed.
 * @returns what ends it; with the last one the connection goes
 */
export function onSheetChange(sheet: SheetId, listener: Listener): () => void {
  const of = ear.listeners.get(sheet) ?? new Set();
  of.add(listener);
  ear.listeners.set(sheet, of);
  void open();
  return () => {
    of.delete(listener);
    if (of.size === 0 && ear.listeners.get(sheet) === of) ear.listeners.delete(sheet);
    if (ear.listeners.size === 0) close();
  };
}

async function open(): Promise<void> {
  if (ear.client || ear.opening || ear.listeners.size === 0) return;
  ear.opening = true;
  const client = new Client({ connectionString: databaseUrl(), application_name: "yard-tack ear" });
  const lost = () => {
    if (ear.client === client) ear.client = undefined;
    setTimeout(() => void open(), AGAIN).unref();
  };
  client.on("error", () => void client.end().catch(() => undefined));
  client.on("notification", ({ payload }) => {
    for (const call of ear.listeners.get(payload ?? "") ?? []) call();
  });
  try {
    await client.connect();
    await client.query(`listen ${CHANNEL}`);
    client.once("end", lost);
    ear.client = client;
    // What happened while nobody listened nobody was told of.
    for (const of of ear.listeners.values()) for (const call of of) call();
    if (ear.listeners.size === 0) close();
  } catch {
    await client.end().catch(() => undefined);
    lost();
  } finally {
    ear.opening = false;
  }
}

function close(): void {
  const { client } = ear;
  ear.client = undefined;
  client?.removeAllListeners("end");
  void client?.end().catch(() => undefined);
}
