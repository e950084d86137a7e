/** `npm run --silent tack -- VERB FILE`: the case file on the command line. */
import { dirname, join } from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";
import { GaveUp, say } from "./parts/say.mjs";
import { tackBundle } from "./parts/tack-bundle.mjs";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");
try {
  await import(pathToFileURL(await tackBundle(root)).href);
} catch (error) {
  if (!(error instanceof GaveUp)) throw error;
  say(`yard-tack: ${error.message}`);
  process.exitCode = 1;
}
