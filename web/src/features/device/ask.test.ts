import { afterEach, describe, expect, it, vi } from "vitest";
import { ask, patienceFor } from "./ask";
import { putPhoto, putSignature } from "./post";
import { personId, sheetId } from "@yard-tack/core/case";

const sheet = sheetId.parse("00000000-0000-4000-8000-00000000000a");
const person = personId.parse("00000000-0000-4000-8000-000000000999");

/** A line that takes everything and never answers, until whoever asked gives up. */
function deadLine() {
  const limit = new AbortController();
  const asked: number[] = [];
  vi.spyOn(AbortSignal, "timeout").mockImplementation((ms) => {
    asked.push(ms);
    return limit.signal;
  });
  vi.stubGlobal(
    "fetch",
    (_: string, { signal }: RequestInit) =>
      new Promise((_resolve, reject) => {
        signal?.addEventListener("abort", () => reject(new DOMException("", "TimeoutError")));
      }),
  );
  return { asked, giveUp: () => limit.abort() };
}

afterEach(() => {
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

describe("a question that nobody answers", () => {
  it("is given up, and what was sent with it waits for the next try", async () => {
    const { giveUp } = deadLine();
    const at = "2026-01-01T00:00:00Z";
    const blob = new Blob(["x"]);
    const facts = { id: "p", sheetId: sheet, personId: person, at, width: 1, height: 1 };
    const photo = putPhoto({ ...facts, about: "look", blob });
    const signature = putSignature({ sheetId: sheet, personId: person, at, form: {} });
    await vi.waitFor(() => expect(AbortSignal.timeout).toHaveBeenCalledTimes(2));
    giveUp();
    expect(await photo).toEqual({ ok: false, status: 0, message: "no answer" });
    expect(await signature).toEqual({ ok: false, status: 0 });
  });

  it("is waited for longer when more goes out with it", async () => {
    const { asked, giveUp } = deadLine();
    const bodies = [undefined, "x".repeat(1000), new Blob(["x".repeat(400_000)])];
    const all = Promise.allSettled(
      bodies.map((body) => ask("/", body === undefined ? {} : { method: "PUT", body })),
    );
    giveUp();
    await all;
    expect(asked).toEqual([0, 1000, 400_000].map(patienceFor));
    // A timer takes whole milliseconds, and some refuse all others.
    expect(asked.concat(patienceFor(13)).every(Number.isInteger)).toBe(true);
    expect(patienceFor(400_000)).toBeGreaterThan(patienceFor(0) + 40_000);
  });
});
