import "server-only";
import { caseFormat, resultFormat } from "@yard-tack/core/case";
import { ENGINE_VERSION } from "@yard-tack/core/diagnosis";
import { PROMISE_KINDS } from "@/db";
import * as z from "zod";
import example from "../../../../demo/cases/example-1.json";
import { readingsBody } from "./readings-body";

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

/** RFC 9457. */
const PROBLEM = {
  type: "object",
  required: ["type", "title", "status", "detail"],
  properties: {
    type: { type: "string" },
    title: { type: "string" },
    status: { type: "integer" },
    detail: { type: "string", description: "What happened, what was kept, what to do." },
    errors: ERRORS.properties.errors,
    request: ERRORS.properties.request,
  },
} as const;

const text = { type: "string" } as const;
const orNull = <T extends object>(schema: T) => ({ ...schema, nullable: true });
const object = (properties: Readonly<Record<string, object>>) => ({
  type: "object",
  required: Object.keys(properties),
  properties,
});
const list = (items: object, more: Readonly<Record<string, object>> = {}) =>
  object({ items: { type: "array", items }, ...more });
const id = { type: "string", format: "uuid" } as const;
const time = { type: "string", format: "date-time" } as const;
const count = { type: "integer" } as const;
const free = { type: "object", additionalProperties: true } as const;

const SCHEMAS = {
  PumpList: list(
    object({
      ...{ id, tag: text, purpose: text, family: text },
      place: object({ id, name: text, zone: text }),
      retired: { type: "boolean" },
      openSheet: orNull(id),
      lastVisit: orNull(object({ at: time, title: text, found: text })),
    }),
    { page: count, pages: count, total: count },
  ),
  Pump: object({
    ...{ id, tag: text, purpose: text, family: text },
    place: object({ name: text, zone: text }),
    units: { type: "string", enum: ["metric", "us"] },
    retiredAt: orNull(time),
    case: { ...free, description: "Its part of a case: with snapshots added it can be diagnosed." },
  }),
  Curve: object({ rating: orNull(free), source: orNull(text) }),
  LogList: list(
    object({
      ...{ id, at: time, kind: text, title: text, found: text, done: text, closed: text },
      was: orNull(text),
      causes: { type: "array", items: free },
    }),
  ),
  LogEntry: object({ id, pump: id, at: time, kind: text, title: text, record: free }),
  SheetList: list(object({ id, kind: text, complaint: text, dueAt: time, openedAt: time })),
  FollowUpList: list(
    object({
      ...{ id, kind: { type: "string", enum: [...PROMISE_KINDS] }, what: text, dueAt: time },
      ...{ settledAt: orNull(time), outcome: orNull(text), why: text },
    }),
  ),
  Sheet: object({
    ...{ id, pump: id, kind: text, complaint: text, dueAt: time, signedAt: orNull(time) },
    readings: {
      type: "array",
      items: object({
        ...{ snapshot: text, slot: text, raw: text, unit: orNull(text) },
        si: orNull({ type: "number" }),
        at: time,
      }),
    },
  }),
  Readings: z.toJSONSchema(readingsBody, { target: "openapi-3.0", io: "input" }),
  Kept: object({ sheet: id, kept: { type: "array", items: id } }),
  Problem: PROBLEM,
};

const problems = (statuses: Readonly<Record<string, string>>) =>
  Object.fromEntries(
    Object.entries({
      "401": "No token, or one that is good no more.",
      "404": "Not there, or not for this token.",
      ...statuses,
      "503": "The database is away; send it again in a moment.",
    }).map(([status, description]) => [
      status,
      { description, content: { "application/problem+json": { schema: ref("Problem") } } },
    ]),
  );

const path = { name: "id", in: "path", required: true, schema: id };
const query = (name: string, schema: object) => ({ name, in: "query", required: false, schema });
const read = (
  operationId: string,
  summary: string,
  schema: string,
  parameters: object[] = [path],
) => ({
  get: {
    ...{ operationId, summary, parameters, security: [{ token: [] }] },
    responses: { "200": { description: summary, ...json(schema) }, ...problems({}) },
  },
});

/** GET /api/v1/openapi.json: all of it; case, result and readings from the schemas that read and write them. */
export function openApi(): Response {
  return Response.json({
    openapi: "3.0.3",
    info: { title: "Yard Tack", version: ENGINE_VERSION },
    paths: {
      "/api/v1/pumps": read(
        "listPumps",
        "Pumps of the places the token reads, a hundred a page",
        "PumpList",
        [query("page", { type: "integer", minimum: 1 }), query("find", { type: "string" })],
      ),
      "/api/v1/pumps/{id}": read("readPump", "One pump", "Pump"),
      "/api/v1/pumps/{id}/curve": read("readCurve", "Its rating in force, as written", "Curve"),
      "/api/v1/pumps/{id}/log": read("readLog", "Its newest visits", "LogList"),
      "/api/v1/pumps/{id}/sheets": read("readSheets", "Its open sheets", "SheetList"),
      "/api/v1/pumps/{id}/follow-ups": read(
        "readFollowUps",
        "What was promised of it",
        "FollowUpList",
      ),
      "/api/v1/calendar.ics": {
        get: {
          operationId: "readCalendar",
          summary: "Open calls and promises of the places the token is for, as iCalendar",
          parameters: [{ name: "token", in: "query", required: true, schema: text }],
          responses: {
            "200": { description: "The calendar.", content: { "text/calendar": { schema: text } } },
            ...problems({ "403": "The token is for no calendar." }),
          },
        },
      },
      "/api/v1/sheets/{id}": read("readSheet", "A sheet with the readings that count", "Sheet"),
      "/api/v1/log/{id}": read("readLogEntry", "One entry of the log, whole", "LogEntry"),
      "/api/v1/pumps/{id}/readings": {
        post: {
          operationId: "sendReadings",
          summary: "Readings for its open sheet; repeated with the same key it changes nothing",
          security: [{ token: [] }],
          parameters: [
            path,
            {
              ...{ name: "Idempotency-Key", in: "header", required: true },
              schema: { type: "string", minLength: 8, maxLength: 200 },
            },
          ],
          requestBody: { required: true, ...json("Readings") },
          responses: {
            "200": { description: "Kept.", ...json("Kept") },
            ...problems({
              "400": "No key, or no JSON.",
              "403": "The token reads only.",
              "409": "No sheet is open, or the key was used for other readings.",
              "413": "Larger than 100 kB.",
              "415": "Not JSON.",
              "422": "A reading is not in order; each is named.",
            }),
          },
        },
      },
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
    components: {
      securitySchemes: { token: { type: "http", scheme: "bearer" } },
      schemas: { Case: caseFormat(), Result: resultFormat(), Errors: ERRORS, ...SCHEMAS },
    },
  });
}
