import { v4 as newId } from "uuid";
import { beforeAll, describe, expect, inject, it, vi } from "vitest";
import { people, type PersonRow } from "@/db";
import { callOff, changeCall, giveCall } from "@/features/run-sheet/change-call";
import { receiveEntries } from "@/features/run-sheet/receive";
import { signOff } from "@/testing/sign-off";
import { takeCall } from "@/features/slate/new-call";
import { NO_ERRORS } from "@/shell/form-answer";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { formOf, outcome } from "@/testing/forms";
import { jsonRequest } from "@/testing/requests";
import { rowsOf } from "@/testing/rows-of";
import { signIn } from "@/testing/session";

vi.mock("next/cache", () => ({ revalidatePath: () => undefined }));

let all: PersonRow[];
let pump: string;
const idOf = (who: PersonRow["role"]) => all.find((p) => p.role === who)?.id ?? "";
const as = (who: PersonRow["role"]) => signIn(idOf(who));
const one = async (sql: string): Promise<string> => {
  const [row] = (await (await testRows()).execute(sql)) as [{ id: string }];
  return row.id;
};

beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "own_calls");
  all = await people();
  pump = await one("select id from pump where tag = 'LF-2'");
});

/** A new call, given to somebody. */
async function callOf(to: string): Promise<string> {
  as("lead");
  await outcome(() => takeCall(NO_ERRORS, formOf({ pump, complaint: "hums" })));
  const sheet = await one(
    "select id from run_sheet where complaint = 'hums' order by opened_at desc limit 1",
  );
  await given(to, sheet);
  return sheet;
}
const given = async (to: string, sheet: string) =>
  (await testRows()).execute("update run_sheet set assigned_to = ? where id = ?", [to, sheet]);
const change = (sheet: string) => {
  const fields = { kind: "call", complaint: "d", due: "2026-12-01T08:00" };
  return outcome(() => changeCall(NO_ERRORS, formOf({ sheet, ...fields })));
};
const readBy = (personId: string) => ({
  entries: [
    {
      ...{ version: 2, id: newId(), personId, at: "2026-06-01T08:00:00.000Z" },
      ...{ supersedes: null, order: null, kind: "acknowledgement", caution: "lockout" },
    },
  ],
});

describe("a call that is somebody's", () => {
  it("is changed, called off and signed by them or a lead, and read on by anybody there", async () => {
    const sheet = await callOf(idOf("administrator"));
    as("technician");
    const rows = async () => rowsOf(await testRows());
    const before = await rows();
    expect(JSON.stringify(await change(sheet))).toContain("somebody else's");
    const off = formOf({ sheet, reason: "a mistake" });
    expect(JSON.stringify(await callOff(NO_ERRORS, off))).toContain("somebody else's");
    const words = { found: "a", done: "b", proof: "c", was: null, promises: [], fingerprint: "" };
    const signed = { sheetId: sheet, closed: "improved", ...words };
    expect(JSON.stringify(await signOff(signed))).toContain("somebody else's");
    expect(await rows()).toEqual(before);
    const read = JSON.stringify(readBy(idOf("technician")));
    expect((await receiveEntries(jsonRequest(read), sheet)).status).toBe(200);
    as("lead");
    expect(await change(sheet)).toBe("done");
    expect(await signOff(signed)).toMatchObject({ ok: true });
  });

  it("is taken by a technician when it is nobody's, and given back; never taken from another", async () => {
    const sheet = await callOf(idOf("technician"));
    as("technician");
    const to = (who: string) => outcome(() => giveCall(NO_ERRORS, formOf({ sheet, to: who })));
    expect(await change(sheet)).toBe("done");
    expect(await to("")).toBe("done");
    expect(await to(idOf("technician"))).toBe("done");
    await given(idOf("lead"), sheet);
    expect(JSON.stringify(await to(idOf("technician")))).toContain("by a lead");
    expect(JSON.stringify(await to(""))).toContain("by a lead");
  });

  it("is given to nobody who does not write, does not see the place, or has left", async () => {
    const sheet = await callOf(idOf("technician"));
    as("lead");
    for (const to of [idOf("viewer"), newId()]) {
      const answer = await outcome(() => giveCall(NO_ERRORS, formOf({ sheet, to })));
      expect(JSON.stringify(answer)).toContain("do not see this place");
    }
  });
});
