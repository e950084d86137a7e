/** `npm run --silent tack -- VERB FILE`: the case file on the command line. */
import { dirname, join } from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";
import { tackBundle } from "./parts/tack-bundle.mjs";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");
await import(pathToFileURL(await tackBundle(root)).href);
