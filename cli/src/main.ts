/** `tack VERB FILE`: reads a case (or check values), prints one JSON object on standard output. */
import { readFileSync } from "node:fs";
import { resolve } from "node:path";
import { runVerb, VERBS } from "./verbs.ts";

const USAGE = `usage: npm run --silent tack -- VERB FILE   (FILE may be - for standard input)
verbs: ${VERBS.join(", ")}`;

function main(): number {
  const [verb, file, ...rest] = process.argv.slice(2);
  if (!verb || !file || rest.length > 0) {
    process.stderr.write(`${USAGE}\n`);
    return 2;
  }
  let text: string;
  try {
    // npm changes into the checkout; a relative path is meant from where the command was typed.
    const from = process.env["INIT_CWD"] ?? process.cwd();
    text = readFileSync(file === "-" ? 0 : resolve(from, file), "utf8");
  } catch (error) {
    const why = error instanceof Error ? error.message : "unknown reason";
    const message = `The file cannot be read: ${why}.`;
    process.stdout.write(`${JSON.stringify({ errors: [{ path: "", message }] }, null, 2)}\n`);
    return 2;
  }
  const outcome = runVerb(verb, text);
  if (outcome.message) process.stderr.write(`${outcome.message}\n`);
  process.stdout.write(outcome.output);
  return outcome.code;
}

process.exitCode = main();
