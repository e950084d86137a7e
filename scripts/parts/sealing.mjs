/** Backups closed with a passphrase, in the form of age (age-encryption.org): any program of that form opens them. */
import { existsSync, readFileSync } from "node:fs";
import { Readable } from "node:stream";
import { Decrypter, Encrypter } from "age-encryption";
import { giveUp } from "./say.mjs";

/** Shorter ones are guessed by whoever has the file. */
const SHORTEST = 16;

/**
 * The passphrase in the file that YARD_BACKUP_KEY_FILE names; undefined where backups are not closed. A file that was named and
 * cannot be used stops a backup: an open one in its place would be a surprise.
 */
export function backupPassphrase() {
  const file = process.env.YARD_BACKUP_KEY_FILE;
  if (!file) return undefined;
  if (!existsSync(file)) giveUp(`YARD_BACKUP_KEY_FILE names ${file}, which is not there.`);
  const [passphrase] = readFileSync(file, "utf8").split("\n");
  if (passphrase.length < SHORTEST)
    giveUp(`the passphrase in ${file} is shorter than ${SHORTEST} characters.`);
  return passphrase;
}

/** Bytes of a stream, closed. */
export async function sealed(stream, passphrase) {
  const encrypter = new Encrypter();
  encrypter.setPassphrase(passphrase);
  return Readable.fromWeb(await encrypter.encrypt(Readable.toWeb(stream)));
}

/** Bytes of a closed stream, open again. @throws where it is not this passphrase */
export async function opened(stream, passphrase) {
  const decrypter = new Decrypter();
  decrypter.addPassphrase(passphrase);
  return Readable.fromWeb(await decrypter.decrypt(Readable.toWeb(stream)));
}
