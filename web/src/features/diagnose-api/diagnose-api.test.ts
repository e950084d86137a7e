import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { diagnoseRequest, openApi } from "./index.server";

const example = readFileSync(
  new URL("../../../../demo/cases/example-1.json", import.meta.url),
  "utf8",
);
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

  it("is described", async () => {
    const described = (await openApi().json()) as { paths: Record<string, unknown> };
    expect(Object.keys(described.paths)).toEqual(["/api/v1/diagnose"]);
    expect(JSON.stringify(described)).toContain("suctionPressure");
  });
});
