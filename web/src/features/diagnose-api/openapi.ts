import "server-only";
import { caseFormat, resultFormat } from "@yard-tack/core/case";
import { ENGINE_VERSION } from "@yard-tack/core/diagnosis";
import example from "../../../../demo/cases/example-1.json";

const ref = (name: string) => ({ $ref: `#/components/schemas/${name}` });
const json = (name: string, more: object = {}) => ({
  content: { "application/json": { schema: ref(name), ...more } },
});
const refusal = (description: string) => ({ description, ...json("Errors") });

/** What is wrong with a request: each error names its path. */
const ERRORS = {
  type: "object",
  required: ["errors"],
  properties: {
    errors: {
      type: "array",
      items: {
        type: "object",
        required: ["path", "message"],
        properties: {
          path: { type: "string", description: "Where; empty for the whole." },
          message: { type: "string" },
        },
      },
    },
    request: { type: "string", description: "Number under which a failure here is noted." },
  },
} as const;

/** GET /api/v1/openapi.json: the case and the result whole, from the schemas that read and write them. */
export function openApi(): Response {
  return Response.json({
    openapi: "3.0.3",
    info: { title: "Yard Tack", version: ENGINE_VERSION },
    paths: {
      "/api/v1/diagnose": {
        post: {
          operationId: "diagnose",
          summary: "Diagnose one case",
          requestBody: {
            required: true,
            ...json("Case", {
              examples: { weak: { summary: "A pump that gives too little", value: example } },
            }),
          },
          responses: {
            "200": { description: "The result; values are SI.", ...json("Result") },
            "400": refusal("The body is not JSON."),
            "413": refusal("The body is larger than 1 MB."),
            "422": refusal("The case is not in order, or takes too long."),
            "500": refusal("Something failed here."),
            "503": refusal("Too many cases wait; send it again in a moment."),
          },
        },
      },
    },
    components: { schemas: { Case: caseFormat(), Result: resultFormat(), Errors: ERRORS } },
  });
}
