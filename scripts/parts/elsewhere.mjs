/** A copy of a backup somewhere else: in another folder, or at a store that speaks as S3 does. */
import {
  cpSync,
  createReadStream,
  existsSync,
  mkdirSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
} from "node:fs";
import { basename, join } from "node:path";
import { Readable } from "node:stream";
import { AwsClient } from "aws4fetch";
import { giveUp } from "./say.mjs";

/** Last of all: without it a copy is no backup. */
const LAST = "manifest.json";

const setting = (name) =>
  process.env[name] ?? giveUp(`the copy elsewhere needs ${name}; docs/operations.md says which.`);

/**
 * Copies a backup whole, or not at all.
 * @param {string} folder - of the backup
 * @param {string} where - a folder, or `s3://bucket/prefix` at YARD_S3_ENDPOINT
 */
export const copyElsewhere = (folder, where, signal) =>
  where.startsWith("s3://") ? toStore(folder, where, signal) : toFolder(folder, where);

function toFolder(folder, where) {
  // A disk that is not mounted must not be taken for an empty one.
  if (!existsSync(where)) giveUp(`${where} is not there; no copy was made.`);
  const made = join(where, basename(folder));
  if (existsSync(made)) return made;
  const part = `${made}.part`;
  rmSync(part, { recursive: true, force: true });
  try {
    mkdirSync(part, { mode: 0o700 });
    cpSync(folder, part, { recursive: true });
    renameSync(part, made);
  } catch (error) {
    rmSync(part, { recursive: true, force: true });
    throw error;
  }
  return made;
}

async function toStore(folder, where, signal) {
  const [, bucket, prefix] = /^s3:\/\/([^/]+)\/?(.*?)\/?$/.exec(where) ?? [];
  if (!bucket) giveUp(`${where} names no bucket: s3://bucket/prefix.`);
  const client = new AwsClient({
    accessKeyId: setting("AWS_ACCESS_KEY_ID"),
    secretAccessKey: setting("AWS_SECRET_ACCESS_KEY"),
    region: process.env.AWS_REGION ?? "us-east-1",
    service: "s3",
    // Its body is a stream, which is read once; it is tried again an hour later.
    retries: 0,
  });
  const files = readdirSync(folder).sort((a, b) => Number(a === LAST) - Number(b === LAST));
  for (const name of files) {
    const key = [prefix, basename(folder), name].filter(Boolean).map(encodeURIComponent).join("/");
    const path = join(folder, name);
    const answer = await client.fetch(
      `${setting("YARD_S3_ENDPOINT").replace(/\/$/, "")}/${bucket}/${key}`,
      {
        method: "PUT",
        body: Readable.toWeb(createReadStream(path)),
        duplex: "half",
        headers: { "content-length": String(statSync(path).size) },
        signal,
      },
    );
    if (!answer.ok) giveUp(`${where} answered ${answer.status} to ${name}; no copy was made.`);
  }
  return `${where}/${basename(folder)}`;
}
