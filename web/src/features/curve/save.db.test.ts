import { type PumpId, pumpId as pumpIdSchema } from "@yard-tack/core/case";
import { beforeAll, describe, expect, inject, it, vi } from "vitest";
import { loadPump } from "@/db";
import { loadSlate } from "@/features/slate/index.server";
import { savePlace } from "@/features/place/save";
import { takeCall } from "@/features/slate/new-call";
import { NO_ERRORS } from "@/shell/form-answer";
import { makePump } from "@/features/yard/new-pump";
import { setRetired } from "@/features/yard/retire";
import { Curve, demoDatabase, Pump, RunSheet, testRows } from "@/testing/demo-database";
import { type SaveRequest, putBack, saveRating } from "./save";

// Pages are kept by the server that renders them; here is none.
vi.mock("next/cache", () => ({ revalidatePath: vi.fn() }));

let pumpId: PumpId;

beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "forged");
  pumpId = pumpIdSchema.parse((await (await testRows()).findOneOrFail(Pump, { tag: "BI-2" })).id);
});

const good = () => ({
  pumpId,
  rating: { ratedPoint: { flow: "60 m3/h", head: "40 m" } } as object,
  source: "plate",
  basedOn: null,
  over: true,
});

/** What no form of ours sends: an action takes whatever a browser's request decodes to. */
const forged = (body: unknown): SaveRequest => body as SaveRequest;

const counts = async () => {
  const em = await testRows();
  return {
    curves: await em.count(Curve, {}),
    pumps: await em.count(Pump, {}),
    sheets: await em.count(RunSheet, {}),
  };
};

const rows = [{ flow: "0 m3/h", head: "30 m" }];
const ROWS: unknown[] = rows;

const FORGED: Readonly<Record<string, unknown>> = {
  "a Date in place of a head": {
    rating: { ratedPoint: { flow: "60 m3/h", head: new Date() } },
  },
  "a Map in place of a rating": { rating: new Map([["ratedPoint", "60 m3/h"]]) },
  "a Map in place of a point": { rating: { ratedPoint: new Map([["flow", "60 m3/h"]]) } },
  "a Date in place of a curve": { rating: { curve: [new Date()] } },
  "a Map among the points": { rating: { curve: [{ points: [...ROWS, new Map()] }] } },
  "a set of points": { rating: { curve: [{ points: new Set(ROWS) }] } },
  "a key the case does not know": { rating: { ratedPoint: good().rating, pump: {} } },
  "a text of megabytes": { source: "x".repeat(2_000_000) },
  "a figure of megabytes": { rating: { ratedPoint: { flow: "6".repeat(2_000_000), head: "1 m" } } },
  "a hundred thousand points": {
    rating: { curve: [{ points: Array.from({ length: 100_000 }, () => rows[0]) }] },
  },
  "parsec of head": { rating: { ratedPoint: { flow: "60 m3/h", head: "40 parsec" } } },
  nothing: { rating: {} },
  "no pump's id": { pumpId: "'; drop table pump; --" },
  "another type in place of a switch": { over: "yes" },
};

describe("a rating from a forged request", () => {
  it("is kept when it is one", async () => {
    expect(await saveRating(forged(good()))).toEqual({ ok: true });
  });

  for (const [what, more] of Object.entries(FORGED)) {
    it(`of ${what} is refused in words, and nothing is written`, async () => {
      const had = await counts();
      const answer = await saveRating(forged({ ...good(), ...(more as object) }));
      expect(answer).toMatchObject({ ok: false });
      expect(answer.ok ? "" : answer.message).not.toMatch(/noted as/);
      expect(await counts()).toEqual(had);
      expect((await loadPump(pumpId))?.faults).toEqual([]);
    });
  }

  it.each([[undefined], [null], [7], ["x"], [[]], [new Map()]])(
    "of %s is refused",
    async (body) => {
      expect(await saveRating(forged(body))).toMatchObject({ ok: false });
    },
  );
});

describe("the other actions", () => {
  const form = (of: Record<string, string | Blob>) => {
    const data = new FormData();
    for (const [key, value] of Object.entries(of)) data.set(key, value);
    return data;
  };

  it("refuse what no form of theirs sends, in words, and write nothing", async () => {
    const had = await counts();
    const odd: unknown[] = [undefined, null, 7, new Date(), new Map(), { pumpId: new Date() }, []];
    for (const body of odd) {
      expect(await savePlace(body as Parameters<typeof savePlace>[0])).toMatchObject({ ok: false });
      expect(await putBack(body as string)).toBe(false);
      expect(await setRetired(body as string, body as boolean)).toBe(false);
    }
    const values = { "pump.tag": new Date() } as unknown as Record<string, string>;
    expect(await savePlace({ pumpId, version: 1, values })).toMatchObject({ ok: false });
    const file = new Blob(["x"]);
    for (const data of [
      form({}),
      form({ pump: file, complaint: file }),
      form({ pump: pumpId, complaint: "x".repeat(5_000) }),
      form({ pump: pumpId, complaint: "weak", kind: "party" }),
      form({ pump: pumpId, complaint: "weak", codes: "noise.gravle" }),
    ]) {
      expect(Object.values((await takeCall(NO_ERRORS, data)).errors).join(" ")).toMatch(/\w/);
    }
    expect(await counts()).toEqual(had);
  });

  it("leave the Slate as it was for everybody", async () => {
    const slate = await loadSlate("all");
    expect(slate.calls.length).toBeGreaterThan(0);
  });

  it("make no pump of a tag as long as a book", async () => {
    const had = await counts();
    for (const data of [
      form({ tag: "x".repeat(100_000), family: "end-suction" }),
      form({ tag: "A", family: "steam" }),
    ]) {
      expect(Object.values((await makePump(NO_ERRORS, data)).errors).join(" ")).toMatch(/\w/);
    }
    expect(await counts()).toEqual(had);
  });
});
