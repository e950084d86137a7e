/** Messages of the scripts: always on standard error, so that standard output stays a command's own. */
export const say = (text) => process.stderr.write(`${text}\n`);

/** One clear line and a failing exit. */
export function giveUp(text) {
  say(`yard-tack: ${text}`);
  process.exit(1);
}
