import { fileURLToPath } from "node:url";
import { freePort } from "../../scripts/parts/ports.mjs";
import { prepareDatabase, serve } from "../../scripts/parts/web.mjs";
import { freshDatabase } from "../src/testing/fresh-database";
import { asApplication } from "./test";

const root = fileURLToPath(new URL("../..", import.meta.url));

/** The application on a database of its own, where nobody and nothing is known. */
export async function emptyInstallation(databaseUrl: string) {
  const url = await freshDatabase(databaseUrl, `empty_${Date.now()}`);
  const appUrl = asApplication(url);
  const port = await freePort();
  const address = `http://127.0.0.1:${port}`;
  const said = await prepareDatabase(root, { url, appUrl, demo: "never", address });
  const [welcome = ""] = /http\S+\/welcome\/\S{30,}/.exec(said) ?? [];
  const server = await serve(root, { port, databaseUrl: appUrl, quiet: true });
  return { at: (path: string) => `${address}${path}`, welcome, stop: server.stop };
}
