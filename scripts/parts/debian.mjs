/** Programs of Debian's packages that the application needs, installed where that may be done. */
import { existsSync, readdirSync } from "node:fs";
import { join } from "node:path";
import { toldBy } from "./causes.mjs";
import { run } from "./child.mjs";
import { giveUp, say } from "./say.mjs";

export const isRoot = process.getuid?.() === 0;

/** Oldest PostgreSQL that the statements of the application ask for. */
const OLDEST = 15;

/** Where Debian's packages and a path of one's own put things; a test shows a machine that has none. */
const POSTGRES = process.env.YARD_POSTGRES_HOME ?? "/usr/lib/postgresql";
const CHROMIUM = process.env.YARD_CHROMIUM
  ? [process.env.YARD_CHROMIUM]
  : ["/usr/bin/chromium-headless-shell", "/usr/bin/chromium", "/usr/bin/chromium-browser"];

/** Without windows: draws the same for a fifth less of the processors. */
const SHELL = "chromium-headless-shell";

/** Versions of PostgreSQL that are here, newest first. */
const versions = () =>
  (existsSync(POSTGRES) ? readdirSync(POSTGRES) : [])
    .map(Number)
    .filter((v) => v >= OLDEST && existsSync(join(POSTGRES, String(v), "bin/initdb")))
    .sort((a, b) => b - a);

/**
 * Folder of PostgreSQL's programs, installed when there are none.
 * @param {number} [wanted] - the version that made the data; another cannot read them
 */
export async function postgresPrograms(wanted, signal) {
  const pick = () => versions().find((v) => wanted === undefined || v === wanted);
  const name = wanted === undefined ? "postgresql" : `postgresql-${wanted}`;
  if (pick() === undefined) {
    if (wanted !== undefined && versions().length > 0) {
      giveUp(
        `the data were made by PostgreSQL ${wanted}, and here is ${versions().join(" and ")}; install Debian's package ${name}. Nothing was changed.`,
      );
    }
    await install("PostgreSQL", name, signal, " or set DATABASE_URL to a server of your own");
  }
  const found = pick();
  if (found === undefined) giveUp(`${name} was installed but its initdb is not in ${POSTGRES}.`);
  return join(POSTGRES, String(found), "bin");
}

/**
 * Path of a Chromium without a monitor, installed when there is none. Where only the one with windows is,
 * the lighter one is tried for, and not missed.
 */
export async function chromiumProgram(signal) {
  const found = () => CHROMIUM.find((path) => existsSync(path));
  if (!found()) await install("Chromium", SHELL, signal);
  else if (isRoot && !existsSync(CHROMIUM[0])) await apt(signal, "install", SHELL);
  return found() ?? giveUp("Chromium was installed but is not in /usr/bin.");
}

/** Makes sure that there is a program that reads a PDF back: for tests of what is printed. */
export async function ensurePdfReader(signal) {
  if (!existsSync("/usr/bin/pdftotext")) await install("pdftotext", "poppler-utils", signal);
}

/** Runs Debian's package tool, which asks nothing and brings nothing that is only recommended. */
function apt(signal, ...args) {
  return run("apt-get", ["-y", "--no-install-recommends", ...args], {
    signal,
    env: { ...process.env, DEBIAN_FRONTEND: "noninteractive", LC_ALL: "C" },
    stdio: ["ignore", "pipe", "pipe"],
  });
}

async function install(what, name, signal, instead = "") {
  if (!isRoot) {
    giveUp(`${what} is missing; have Debian's package ${name} installed${instead}.`);
  }
  say(`Installing ${what} from Debian's packages …`);
  if ((await apt(signal, "install", name)).code === 0) return;
  await apt(signal, "update");
  const { code, output } = await apt(signal, "install", name);
  if (code === 0) return;
  giveUp(
    `${what} is missing and could not be installed: ${toldBy(output, "/")} Then: apt-get install ${name}${instead ? `,${instead}` : ""}.`,
  );
}
