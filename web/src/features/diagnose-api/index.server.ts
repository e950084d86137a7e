import "server-only";
import { caseSchema, LARGEST_CASE, readCase, resultSchema } from "@yard-tack/core/case";
import { diagnose, ENGINE_VERSION } from "@yard-tack/core/diagnosis";
import * as z from "zod";

const answer = (status: number, body: unknown) => Response.json(body, { status });
const problem = (status: number, message: string) =>
  answer(status, { errors: [{ path: "", message }] });

/** POST /api/v1/diagnose: a case in, a result out. */
export async function diagnoseRequest(request: Request): Promise<Response> {
  const declared = Number(request.headers.get("content-length") ?? 0);
  if (declared > LARGEST_CASE) return problem(413, "At most 1 MB is read.");
  const text = await readLimited(request.body);
  if (text === undefined) return problem(413, "At most 1 MB is read.");
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return problem(400, "This is not JSON.");
  }
  const file = readCase(json);
  return file.ok ? answer(200, diagnose(file.value)) : answer(422, { errors: file.error });
}

/** The body as text, or undefined when it is longer than a case may be. */
async function readLimited(body: ReadableStream<Uint8Array> | null): Promise<string | undefined> {
  if (!body) return "";
  const decoder = new TextDecoder();
  let text = "";
  let size = 0;
  const reader = body.getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return text + decoder.decode();
    size += value.byteLength;
    if (size > LARGEST_CASE) {
      await reader.cancel();
      return undefined;
    }
    text += decoder.decode(value, { stream: true });
  }
}

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
