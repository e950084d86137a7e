import "server-only";
import { revalidatePath } from "next/cache";
import { note, onRoute } from "@/access/index.server";
import { bringRows } from "@/db";
import { answering, readJson, refuse } from "@/edge";
import { type BringAnswer, bringFields } from "./bring-fields";

/** As many lines as there may be, each with all that a log takes, are below it in any table somebody keeps [bytes]. */
const LONGEST_BODY = 9_000_000;

/** POST /yard/bring/in: a table's lines, brought in or tried. */
export const receiveTable = (request: Request): Promise<Response> =>
  answering("table", async () => {
    const entered = await onRoute("register");
    if (!entered.ok) return refuse(entered.status, entered.message);
    const body = await readJson(request, LONGEST_BODY);
    if (!body.ok) return refuse(body.status, body.message);
    const parsed = bringFields.safeParse(body.json);
    if (!parsed.success)
      return refuse(
        422,
        parsed.error.issues.map((i) => ({ path: i.path.join("."), message: i.message })),
      );
    const { visitor } = entered;
    const { kind, name, trial, lines } = parsed.data;
    const outcomes = await bringRows({
      ...{ by: visitor, kind, lines, name, trial, now: new Date() },
    });
    if (!trial) {
      const fresh = outcomes.filter((o) => o.does === "new" || o.does === "changes").length;
      await note(
        visitor.id,
        "table brought in",
        `${kind}, ${fresh} of ${outcomes.length} lines, ${name}`,
      );
      revalidatePath("/", "layout");
    }
    return Response.json({ outcomes: [...outcomes] } satisfies BringAnswer);
  });
