/** Messages of the scripts: always on standard error, so that standard output stays a command's own. */
export const say = (text) => process.stderr.write(`${text}\n`);

/** Why a command cannot go on, in one line for the person who gave it. */
export class GaveUp extends Error {}

/** Ends what is being done with one clear line; {@link inCare} prints it. */
export function giveUp(text) {
  throw new GaveUp(text);
}
