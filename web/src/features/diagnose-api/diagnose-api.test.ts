import { readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import * as z from "zod";
import { bundleTasks } from "../../../../scripts/parts/web.mjs";
import { openApi } from "../machine-api/openapi";
import { diagnoseRequest } from "./index.server";

const example = readFileSync(
  new URL("../../../../demo/cases/example-1.json", import.meta.url),
  "utf8",
);
const root = fileURLToPath(new URL("../../../../", import.meta.url));
beforeAll(async () => {
  await bundleTasks(root);
  // The server runs in the folder of the application.
  vi.spyOn(process, "cwd").mockReturnValue(`${root}web`);
});
afterAll(() => vi.restoreAllMocks());

const ask = async (body: string) => {
  const answer = await diagnoseRequest(
    new Request("http://x/api/v1/diagnose", { method: "POST", body }),
  );
  return { status: answer.status, body: (await answer.json()) as Record<string, unknown> };
};

describe("POST /api/v1/diagnose", () => {
  it("answers a result", async () => {
    const { status, body } = await ask(example);
    expect(status).toBe(200);
    expect(body["format"]).toBe("yard-tack/result");
  });

  it.each([
    ["nonsense", 400],
    ["", 400],
    ["{}", 422],
    ["x".repeat(1_100_000), 413],
  ])("answers %.10s with %d and a reason", async (text, status) => {
    const answer = await ask(text);
    expect(answer.status).toBe(status);
    expect((answer.body["errors"] as { message: string }[])[0]?.message.length).toBeGreaterThan(5);
  });

  it("counts bytes and not the promised length", async () => {
    const chunk = new TextEncoder().encode("x".repeat(300_000));
    let sent = 0;
    const body = new ReadableStream({
      pull(controller) {
        if (sent++ < 5) controller.enqueue(chunk);
        else controller.close();
      },
    });
    const answer = await diagnoseRequest(
      new Request("http://x", { method: "POST", body, duplex: "half" } as RequestInit),
    );
    expect(answer.status).toBe(413);
  });

  it("answers saves and pages while a large case is worked on", async () => {
    const file = JSON.parse(example) as { snapshots: object[] };
    const large = { ...file, snapshots: Array.from({ length: 60 }, () => file.snapshots[0]) };
    let free = 0;
    let done = false;
    const answer = ask(JSON.stringify(large)).finally(() => (done = true));
    while (!done) {
      await new Promise((resolve) => setImmediate(resolve));
      free++;
    }
    expect((await answer).status).toBe(200);
    // Work on the server's own thread would leave it a handful of turns.
    expect(free).toBeGreaterThan(100);
  });
});

describe("GET /api/v1/openapi.json", () => {
  type Described = {
    paths: { "/api/v1/diagnose": { post: { requestBody: Body; responses: Record<string, Body> } } };
    components: { schemas: Record<string, Record<string, unknown>> };
  };
  type Body = {
    content: { "application/json": { examples: Record<string, { value: object }> } };
  };
  const described = async () => (await openApi().json()) as Described;

  it("gives an example that can be sent, and the result that comes back", async () => {
    const { paths, components } = await described();
    const { examples } = paths["/api/v1/diagnose"].post.requestBody.content["application/json"];
    const [first] = Object.values(examples);
    const answer = await ask(JSON.stringify(first?.value));
    expect(answer.status).toBe(200);
    const { Case, Result } = components.schemas;
    const read = (schema = {}) => z.fromJSONSchema(schema, { defaultTarget: "openapi-3.0" });
    expect(read(Case).safeParse(first?.value).error).toBeUndefined();
    expect(read(Result).safeParse(answer.body).error).toBeUndefined();
    // The description tells right from wrong.
    const wrong = { ...first?.value, snapshots: [{ flow: 7 }] };
    expect(read(Case).safeParse(wrong).success).toBe(false);
  });

  it("leaves no part of either undescribed", async () => {
    const { components } = await described();
    const bare: string[] = [];
    const walk = (node: unknown, path: string) => {
      if (typeof node !== "object" || node === null) return;
      const keys = Object.keys(node).filter((k) => k !== "description");
      const isSchema = /(\/properties\/[^/]+|\/items|\/anyOf\/\d+|\/additionalProperties)$/.test(
        path,
      );
      if (isSchema && keys.length === 0) bare.push(path);
      for (const [key, value] of Object.entries(node)) walk(value, `${path}/${key}`);
    };
    walk(components.schemas, "");
    expect(bare).toEqual([]);
    expect(JSON.stringify(components.schemas["Case"])).toContain("suctionPressure");
  });

  it("tells every status that is answered", async () => {
    const { paths } = await described();
    expect(Object.keys(paths["/api/v1/diagnose"].post.responses)).toEqual(
      expect.arrayContaining(["200", "400", "413", "422", "500", "503"]),
    );
  });
});
