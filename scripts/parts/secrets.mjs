/** Passwords of a cluster of the checkout's own: made once, in a file that only its owner reads. */
import { spawnSync } from "node:child_process";
import { randomBytes } from "node:crypto";
import { chmodSync, chownSync, existsSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { toldBy } from "./causes.mjs";
import { giveUp } from "./say.mjs";

/** Who brings the database up to date, and who the application connects as: it cannot alter tables. */
export const OWNER = "yard";
export const APPLICATION = "yard_app";

const fileOf = (folder) => join(folder, "secrets.json");

/** @returns {{ owner: string, app: string }} */
export const secretsOf = (folder) => JSON.parse(readFileSync(fileOf(folder), "utf8"));

export const hasSecrets = (folder) => existsSync(fileOf(folder));

/** Makes them where there are none yet. */
export function makeSecrets(folder, owner) {
  if (hasSecrets(folder)) return;
  const secret = () => randomBytes(24).toString("base64url");
  writePrivate(fileOf(folder), JSON.stringify({ owner: secret(), app: secret() }), owner);
}

/** A file that nobody but its owner reads, not even for a moment. */
export function writePrivate(path, text, owner) {
  writeFileSync(path, "", { mode: 0o600 });
  chmodSync(path, 0o600);
  if (owner) chownSync(path, owner.uid, owner.gid);
  writeFileSync(path, text);
}

/** Whoever comes over loopback shows a password; there is no other way in. */
const RULES = "host all all 127.0.0.1/32 scram-sha-256\n";

/** Closes a cluster that an earlier version left open to every user of the machine. */
export function demandPasswords({ bin, folder, data, owner }) {
  makeSecrets(folder, owner);
  const { status, stderr } = spawnSync(
    join(bin, "postgres"),
    ["--single", "-D", data, "postgres"],
    {
      input: `alter role ${OWNER} password '${secretsOf(folder).owner}'\n`,
      cwd: "/",
      ...owner,
      encoding: "utf8",
    },
  );
  if (status !== 0) giveUp(`the database could not be given a password: ${toldBy(stderr, folder)}`);
  writeFileSync(join(data, "pg_hba.conf"), RULES);
}
