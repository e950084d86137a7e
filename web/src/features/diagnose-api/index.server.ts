import "server-only";
import { LARGEST_CASE } from "@yard-tack/core/case";
import { answering, NOT_JSON, readText, refuse } from "@/edge";
import { diagnosed } from "./pool";

/** POST /api/v1/diagnose: a case in, a result out. */
export const diagnoseRequest = (request: Request): Promise<Response> =>
  answering("diagnose", async () => {
    const body = await readText(request, LARGEST_CASE);
    if (!body.ok) return refuse(body.status, body.message);
    const done = await diagnosed(body.text);
    if (done === "busy") return refuse(503, "Many cases wait already; send it again in a moment.");
    if (done === "too-long")
      return refuse(422, "This case takes too long; send fewer snapshots at once.");
    switch (done.status) {
      case 200:
        return new Response(done.body, { headers: { "content-type": "application/json" } });
      case 400:
        return refuse(400, NOT_JSON);
      case 422:
        return refuse(422, done.errors);
    }
  });
