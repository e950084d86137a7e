import "server-only";
import { caseSchema, LARGEST_CASE, readCase, resultSchema } from "@yard-tack/core/case";
import { diagnose, ENGINE_VERSION } from "@yard-tack/core/diagnosis";
import * as z from "zod";
import { answering, readJson, refuse } from "@/edge";

/** POST /api/v1/diagnose: a case in, a result out. */
export const diagnoseRequest = (request: Request): Promise<Response> =>
  answering("diagnose", async () => {
    const body = await readJson(request, LARGEST_CASE);
    if (!body.ok) return refuse(body.status, body.message);
    const file = readCase(body.json);
    return file.ok ? Response.json(diagnose(file.value)) : refuse(422, file.error);
  });

/** GET /api/v1/openapi.json */
export function openApi(): Response {
  const schema = (s: z.ZodType) =>
    z.toJSONSchema(s, { target: "openapi-3.0", io: "input", unrepresentable: "any" });
  const errors = z.object({ errors: z.array(z.object({ path: z.string(), message: z.string() })) });
  const reply = (description: string, s: z.ZodType) => ({
    description,
    content: { "application/json": { schema: schema(s) } },
  });
  return Response.json({
    openapi: "3.0.3",
    info: { title: "Yard Tack", version: ENGINE_VERSION },
    paths: {
      "/api/v1/diagnose": {
        post: {
          summary: "Diagnose one case",
          requestBody: {
            required: true,
            content: { "application/json": { schema: schema(caseSchema) } },
          },
          responses: {
            "200": reply("The result; values are SI.", resultSchema),
            "400": reply("The body is not JSON.", errors),
            "413": reply("The body is larger than 1 MB.", errors),
            "422": reply("The case is not in order; each error names its path.", errors),
          },
        },
      },
    },
  });
}
