/** For whoever watches the server: it answers, and it can do its work. Nothing is told of what it holds. */
import "server-only";
import { databaseVersion, upkeepDone } from "@/db";
import { answering, refuse } from "./answer";

/** GET /healthz: the process answers. */
export const health = (): Response => Response.json({ ok: true });

/** GET /readyz: the database answers, and is as new as the program. */
export const readiness = (): Promise<Response> =>
  answering("readyz", async () => {
    const { missing } = await databaseVersion();
    if (missing.length === 0) {
      const restarts = Number(process.env["YARD_RESTARTS"] ?? 0);
      return Response.json({ ok: true, restarts, upkeep: await upkeepNow() });
    }
    return refuse(503, `The database lacks ${missing.join(", ")}; npm start brings it up to date.`);
  });

/** How each thing that is done by itself ended last, without where: whoever asks need not be anybody. */
const upkeepNow = async () =>
  Object.fromEntries(
    (await upkeepDone()).map(({ name, ok, at, goodAt }) => [name, { ok, at, goodAt }]),
  );
