import { v4 as newId } from "uuid";
import { beforeAll, describe, expect, it, vi } from "vitest";
import { saveRating } from "@/features/curve/save";
import { takeCall } from "@/features/slate/new-call";
import { NO_ERRORS } from "@/shell/form-answer";
import { health, readiness } from "@/edge";
import { jpegRequest, jsonRequest } from "@/testing/requests";
import { receivePhoto, sendPhoto } from "./photo-bytes";
import { receiveEntries } from "./receive";
import { savePlate } from "./save-plate";
import { signOff } from "@/testing/sign-off";

vi.mock("next/cache", () => ({ revalidatePath: vi.fn() }));

beforeAll(() => {
  // Nobody listens there.
  process.env["DATABASE_URL"] = "postgresql://nobody@127.0.0.1:1/away";
});

const [sheet, person, id] = [newId(), newId(), newId()];
const away = async (answer: Response) => {
  const body: unknown = await answer.json();
  return { status: answer.status, body };
};
const TOLD = {
  status: 503,
  body: { errors: [{ path: "", message: expect.stringMatching(/again in a moment/) as string }] },
};

describe("with the database away", () => {
  it("entries are answered 503 and stay on their device", async () => {
    const entry = {
      version: 2,
      id,
      personId: person,
      at: "2026-06-01T08:00:00.000Z",
      supersedes: null,
      order: null,
      kind: "acknowledgement",
      caution: "lockout",
    };
    const body = JSON.stringify({ entries: [entry] });
    expect(await away(await receiveEntries(jsonRequest(body), sheet))).toMatchObject(TOLD);
  });

  it("whoever watches is told so", async () => {
    expect(health().status).toBe(200);
    expect((await readiness()).status).toBe(503);
  });

  it("pictures are answered 503, both ways", async () => {
    const facts = { about: "look", width: "8", height: "6" };
    const request = jpegRequest(
      { personId: person, at: "2026-06-01T08:00:00.000Z", ...facts },
      new Uint8Array([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3]),
    );
    expect(await away(await receivePhoto(request, sheet, id))).toMatchObject(TOLD);
    expect(await away(await sendPhoto(sheet, id))).toMatchObject(TOLD);
  });

  it("actions say what is kept", async () => {
    expect(await savePlate({ pumpId: id, kind: "motor", facts: { current: "1 A" } })).toBe(false);
    const rating = { ratedPoint: { flow: "60 m3/h", head: "40 m" } };
    expect(
      await saveRating({ pumpId: id, rating, source: "", basedOn: null, over: false }),
    ).toMatchObject({ ok: false, message: expect.stringMatching(/kept on this device/) as string });
    expect(
      await signOff({
        sheetId: sheet,
        closed: "as it should be",
        found: "Nothing",
        done: "",
        proof: "",
        was: null,
        promises: [],
        fingerprint: "",
      }),
    ).toMatchObject({ ok: false, message: expect.stringMatching(/does not answer/) as string });
    const form = new FormData();
    form.set("pump", id);
    form.set("complaint", "weak");
    expect(Object.values((await takeCall(NO_ERRORS, form)).errors).join(" ")).toMatch(
      /does not answer.*kept/,
    );
  });
});
