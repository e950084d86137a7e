/** The demo served for a while, on a database that is thrown away: for pictures and figures. */
import { freePort } from "./ports.mjs";
import { startPostgres } from "./postgres.mjs";
import { ensureBuild, prepareDatabase, serve } from "./web.mjs";

/**
 * @param {{ name: string, signal: AbortSignal, onStop: (undo: () => unknown) => void }} options - folder
 *   name of the cluster
 * @returns {Promise<{ address: string, url: string, appUrl: string }>} of the application, and of its database: for
 *   who owns its tables, and for the application
 */
export async function servedDemo(root, { name, signal, onStop }) {
  await ensureBuild(root, signal);
  const database = await startPostgres(root, { name, throwAway: true, signal });
  onStop(database.stop);
  await prepareDatabase(root, {
    url: database.url,
    appUrl: database.appUrl,
    demo: "asked",
    signal,
  });
  const port = await freePort();
  const server = await serve(root, { port, databaseUrl: database.appUrl, quiet: true, signal });
  onStop(server.stop);
  return { address: `http://127.0.0.1:${port}`, url: database.url, appUrl: database.appUrl };
}
