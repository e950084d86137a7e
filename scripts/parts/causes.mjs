/** Why the system refused, in a line for a person: read from error codes and from what programs print. */
import { existsSync, statfsSync } from "node:fs";
import { dirname } from "node:path";
import { giveUp } from "./say.mjs";

/** What programs print, and what it means. The first that is found in a text is told. */
const PRINTED = [
  [/no space left on device|ENOSPC|disk quota exceeded/i, (where) => diskFull(where)],
  [
    /permission denied|EACCES|EPERM|operation not permitted/i,
    (where) =>
      `${where} belongs to somebody else or is closed; start as the user it belongs to, or give it to this one. Nothing was changed.`,
  ],
  [
    /EEXIST|ENOTDIR|EISDIR/,
    (where) => `${where} is in the way: it is not what should be there. Move it and start again.`,
  ],
  [
    /temporary failure resolving|could not resolve|unable to fetch|EAI_AGAIN|ENOTFOUND|ENETUNREACH/i,
    () => "there is no network; connect once, or bring the packages by hand.",
  ],
];

/** What says nothing but where more is said. */
const POINTS_ELSEWHERE = /complete log of this run/i;

/** The cause told by a program's output; otherwise its last line that says something. */
export function toldBy(text, where) {
  const [, tell] = PRINTED.find(([pattern]) => pattern.test(text)) ?? [];
  if (tell) return tell(where);
  const lines = text
    .split("\n")
    .map((line) => line.trim())
    .filter((line) => line !== "" && !POINTS_ELSEWHERE.test(line));
  return (
    lines.findLast((line) => /fatal|panic|error/i.test(line)) ?? lines.at(-1) ?? "it said nothing"
  );
}

/** The cause told by an error of the file system or the network; undefined when it is another error. */
export function toldBySystem(error) {
  const code = typeof error?.code === "string" ? error.code : "";
  const [, tell] = PRINTED.find(([pattern]) => pattern.test(code)) ?? [];
  return tell?.(error.path ?? "this folder");
}

const diskFull = (where) =>
  `the disk that holds ${where} is full (${megabytesFree(where)} MB free); make room and start again. What was saved is kept.`;

/** Free on the disk that holds a path that may not be there yet [MB]. */
function megabytesFree(path) {
  if (!existsSync(path)) return path === dirname(path) ? 0 : megabytesFree(dirname(path));
  const { bavail, bsize } = statfsSync(path);
  return Math.floor((bavail * bsize) / 1e6);
}

/** Gives up before something half-made is left on a disk that cannot hold it. */
export function demandRoom(path, megabytes, what) {
  const free = megabytesFree(path);
  if (free >= megabytes) return;
  giveUp(
    `the disk that holds ${path} has ${free} MB free and ${what} needs about ${megabytes} MB; make room and start again. What was saved is kept.`,
  );
}
