/**
 * Bodies that nobody would send, to every route and action, as nobody and as each role: nothing fails here, and
 * whoever may not write wrote nothing. 300 in `npm test`, 5,000 in `npm run torture`.
 */
import fc from "fast-check";
import { beforeAll, describe, expect, inject, it, vi } from "vitest";
import { draws } from "../../../core/testing/draws";
import { makeToken as tokenFor, people, type PersonRow } from "@/db";
import { putBack, saveRating } from "@/features/curve/save";
import {
  listPumps,
  takeReadings,
  tellCurve,
  tellEntry,
  tellLog,
  tellPump,
  tellSheet,
} from "@/features/machine-api/index.server";
import { endLinks, makeLink } from "@/features/report/link-actions";
import { dropView, keepView } from "@/features/log/keep-view";
import { proposeLine, saveLine } from "@/features/line/save-line";
import { putPlaceBack, savePlace } from "@/features/place/save";
import { callOff, callOfRound, changeCall, giveCall } from "@/features/run-sheet/change-call";
import { receivePhoto, sendPhoto } from "@/features/run-sheet/photo-bytes";
import { receiveCall } from "@/features/slate/receive-call";
import { receiveEntries } from "@/features/run-sheet/receive";
import { receiveSignature } from "@/features/run-sheet/receive-signature";
import { moveToDay } from "@/features/slate/move-to-day";
import { tellApart, tellSame } from "@/features/doubles/tell";
import { saveInstrument, setAside } from "@/features/instruments/save-instrument";
import { putFitBack, saveFit } from "@/features/next-pump/save-fit";
import { serialElsewhere } from "@/features/run-sheet/serial-elsewhere";
import { savePlate } from "@/features/run-sheet/save-plate";
import { addAddendum } from "@/features/run-sheet/add-addendum";
import { choicesFor } from "@/features/slate/choices";
import { takeCall } from "@/features/slate/new-call";
import { dropPromise, openRound, promiseDone, putOff } from "@/features/slate/promise-actions";
import { toldOf } from "@/features/slate/told-chips";
import { addToList, decide, erase, makeAddress, takeOff } from "@/features/who/roster-actions";
import { saveSettings, saveUnits } from "@/features/who/save-settings";
import { endTeam, makeTeam, saveTeam } from "@/features/who/team-actions";
import { endToken, makeToken } from "@/features/who/token-actions";
import { changeIdentity, putNameBack } from "@/features/yard/change-identity";
import { makePump } from "@/features/yard/new-pump";
import { beginProcedure } from "@/features/yard/begin-procedure";
import { saveRounds } from "@/features/rounds/save-rounds";
import { planRound } from "@/features/rounds/plan-round";
import { setRetired } from "@/features/yard/retire";
import { NO_ERRORS } from "@/shell/form-answer";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { rowsOf } from "@/testing/rows-of";
import { signIn } from "@/testing/session";

vi.mock("next/cache", () => ({ revalidatePath: () => undefined }));

type Junk = unknown;
type Form = (before: never, data: FormData) => Promise<unknown>;

const ids: string[] = [];
let all: PersonRow[];
let token = "";
const KEYS = [
  ..."pump pumpId sheet sheetId person team members site siteName zone move tag family purpose installation kind complaint".split(
    " ",
  ),
  ..."due note codes version values rating source basedOn over facts closed found done proof was fingerprint".split(
    " ",
  ),
  ..."reason name role units everywhere sites days may entries at snapshot readings gloves onHand".split(
    " ",
  ),
];

beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "junk");
  all = await people();
  const em = await testRows();
  for (const table of ["pump", "run_sheet", "site", "log_entry", "person"]) {
    const rows = (await em.execute(`select id from ${table} order by id limit 3`)) as {
      id: string;
    }[];
    ids.push(...rows.map((r) => r.id));
  }
  const [pump = "", , , , , , site = ""] = ids;
  const scopes = [{ may: "read-site", site } as const, { may: "write-readings", pump } as const];
  token = await tokenFor("junk", all.find((p) => p.role === "administrator")?.id ?? "", scopes, 30);
});

const asForm = (junk: Junk): FormData => {
  const form = new FormData();
  if (typeof junk === "object" && junk !== null)
    for (const [key, value] of Object.entries(junk))
      form.append(key, typeof value === "string" ? value : String(JSON.stringify(value)));
  return form;
};
const asText = (junk: Junk): string =>
  typeof junk === "string" ? junk : String(JSON.stringify(junk));
const request = (junk: Junk, method: string, type: string) =>
  new Request(
    `http://x/?${new URLSearchParams({ page: asText(junk).slice(0, 40), about: "look" }).toString()}`,
    {
      method,
      headers: {
        "content-type": type,
        authorization: `Bearer ${token}`,
        "idempotency-key": "as-before-1",
      },
      ...(method === "GET" ? {} : { body: asText(junk) }),
    },
  );
const form = (action: unknown) => (junk: Junk) =>
  (action as Form)(NO_ERRORS as never, asForm(junk));
const plain = (action: unknown) => (junk: Junk) =>
  (action as (junk: Junk) => Promise<unknown>)(junk);
const json = (junk: Junk) => request(junk, "POST", "application/json");
const asked = (junk: Junk) => request(junk, "GET", "");

const DOORS: Readonly<Record<string, (junk: Junk, id: string) => Promise<unknown>>> = {
  takeCall: form(takeCall),
  changeCall: form(changeCall),
  giveCall: form(giveCall),
  callOfRound: plain(callOfRound),
  callOff: form(callOff),
  promiseDone: plain(promiseDone),
  openRound: plain(openRound),
  dropPromise: form(dropPromise),
  putOff: form(putOff),
  beginProcedure: form(beginProcedure),
  planRound: form(planRound),
  saveRounds: plain(saveRounds),
  makePump: form(makePump),
  changeIdentity: form(changeIdentity),
  putNameBack: plain(putNameBack),
  putPlaceBack: plain(putPlaceBack),
  addToList: form(addToList),
  decide: form(decide),
  makeToken: form(makeToken),
  saveRating: plain(saveRating),
  savePlace: plain(savePlace),
  saveLine: plain(saveLine),
  proposeLine: plain(proposeLine),
  savePlate: plain(savePlate),
  addAddendum: plain(addAddendum),
  keepView: plain(keepView),
  dropView: plain(dropView),
  makeLink: plain(makeLink),
  endLinks: plain(endLinks),
  putBack: plain(putBack),
  toldOf: plain(toldOf),
  choicesFor: plain(choicesFor),
  saveSettings: plain(saveSettings),
  saveUnits: plain(saveUnits),
  makeAddress: plain(makeAddress),
  takeOff: plain(takeOff),
  endToken: plain(endToken),
  makeTeam: form(makeTeam),
  saveTeam: form(saveTeam),
  endTeam: plain(endTeam),
  erase: plain(erase),
  moveToDay: plain(moveToDay),
  tellSame: (junk, id) => tellSame(id, junk as never),
  tellApart: plain(tellApart),
  saveFit: plain(saveFit),
  putFitBack: plain(putFitBack),
  serialElsewhere: plain(serialElsewhere),
  saveInstrument: form(saveInstrument),
  setAside: (junk, id) => setAside(id, junk as never),
  setRetired: (junk, id) => setRetired(id, junk as never),
  receiveEntries: (junk, id) => receiveEntries(json(junk), id),
  receiveCall: (junk, id) => receiveCall(request(junk, "PUT", "application/json"), id),
  receiveSignature: (junk, id) => receiveSignature(request(junk, "PUT", "application/json"), id),
  receivePhoto: (junk, id) => receivePhoto(request(junk, "PUT", "image/jpeg"), id, id),
  sendPhoto: (_, id) => sendPhoto(id, id),
  takeReadings: (junk, id) => takeReadings(json(junk), id),
  listPumps: (junk) => listPumps(asked(junk)),
  tellPump: (junk, id) => tellPump(asked(junk), id),
  tellCurve: (junk, id) => tellCurve(asked(junk), id),
  tellLog: (junk, id) => tellLog(asked(junk), id),
  tellSheet: (junk, id) => tellSheet(asked(junk), id),
  tellEntry: (junk, id) => tellEntry(asked(junk), id),
};

/** What everybody sets for themselves. */
const OWN = ["saveSettings", "saveUnits", "keepView", "dropView"];

const known = () => fc.oneof({ weight: 6, arbitrary: fc.constantFrom(...ids) }, fc.uuid());
const word = fc.constantFrom(
  ..."call round new one all end-suction jet technician viewer administrator metric us 30 read-site write-readings cured on".split(
    " ",
  ),
);
const value = () =>
  fc.oneof(
    known(),
    word,
    fc.string({ unit: "binary", maxLength: 30 }),
    fc.constantFrom("", " ", "\u0000", "9".repeat(400), "-1", "1e999", "2026-02-31T08:00"),
    fc.double(),
    fc.boolean(),
    fc.constant(null),
    fc.anything({ maxDepth: 2 }),
  );
const junkOf = () =>
  fc.oneof(
    { weight: 4, arbitrary: fc.dictionary(fc.constantFrom(...KEYS), value(), { maxKeys: 12 }) },
    { weight: 1, arbitrary: value() },
  );

describe("whatever is sent", () => {
  it("never fails here, and writes nothing for whoever may not", async () => {
    const em = await testRows();
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom("nobody", "viewer", "technician", "lead", "administrator"),
        fc.constantFrom(...Object.keys(DOORS)),
        junkOf(),
        fc.oneof(known(), fc.string({ maxLength: 50 })),
        async (role, door, junk, id) => {
          signIn(all.find((p) => p.role === role)?.id);
          // A machine has a token of its own, and writes whoever sits here.
          const reads = ["nobody", "viewer"].includes(role) && door !== "takeReadings";
          const settings = role === "viewer" && OWN.includes(door);
          const before = reads && !settings ? await rowsOf(em) : undefined;
          const answer = await Promise.resolve(DOORS[door]?.(junk, id)).catch((error: unknown) => {
            const digest = String((error as { digest?: string }).digest ?? "");
            if (digest.startsWith("NEXT_REDIRECT")) return "done";
            throw error;
          });
          if (answer instanceof Response) expect(answer.status).toBeLessThan(500);
          else expect(JSON.stringify(answer) ?? "").not.toMatch(/noted as/);
          if (before) expect(await rowsOf(em)).toEqual(before);
        },
      ),
      { numRuns: draws(300) },
    );
  }, 1_500_000);
});
