import "server-only";
import * as z from "zod";
import { publicKey } from "@/access";
import { onRoute, sessionIdHere } from "@/access/index.server";
import { keepSessionKey } from "@/db";
import { answering, readJson, refuse } from "@/edge";

const sent = z.strictObject({ id: z.uuid(), publicKey });
const LONGEST_BODY = 2000;

/** PUT /api/session-key: the public half of the key that this session signs with what it writes. */
export const receiveSessionKey = (request: Request): Promise<Response> =>
  answering("session key", async () => {
    const entered = await onRoute("read");
    if (!entered.ok) return refuse(entered.status, entered.message);
    const body = await readJson(request, LONGEST_BODY);
    if (!body.ok) return refuse(body.status, body.message);
    const parsed = sent.safeParse(body.json);
    const session = await sessionIdHere();
    if (!parsed.success || session === undefined)
      return refuse(422, "This is no key of a session.");
    const { id, publicKey: half } = parsed.data;
    if (!(await keepSessionKey(session, id, half)))
      return refuse(409, "Another key has been kept under its number before.");
    return Response.json({ kept: id });
  });
