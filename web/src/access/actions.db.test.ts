import { v4 as newId } from "uuid";
import { beforeAll, beforeEach, describe, expect, inject, it, vi } from "vitest";
import { people, type PersonRow, sighted } from "@/db";
import { saveRating, putBack } from "@/features/curve/save";
import { endLinks, makeLink } from "@/features/report/link-actions";
import { dropView, keepView } from "@/features/log/keep-view";
import { proposeLine, saveLine } from "@/features/line/save-line";
import { putPlaceBack, savePlace } from "@/features/place/save";
import { receiveEntries } from "@/features/run-sheet/receive";
import { receivePhoto, sendPhoto } from "@/features/run-sheet/photo-bytes";
import { callOff, callOfRound, changeCall, giveCall } from "@/features/run-sheet/change-call";
import { savePlate } from "@/features/run-sheet/save-plate";
import { addAddendum } from "@/features/run-sheet/add-addendum";
import { signOff } from "@/testing/sign-off";
import { choicesFor } from "@/features/slate/choices";
import { takeCall } from "@/features/slate/new-call";
import { dropPromise, openRound, promiseDone, putOff } from "@/features/slate/promise-actions";
import { moveToDay } from "@/features/slate/move-to-day";
import { toldOf } from "@/features/slate/told-chips";
import { addToList, decide, erase, makeAddress, takeOff } from "@/features/who/roster-actions";
import { endTeam, makeTeam, saveTeam } from "@/features/who/team-actions";
import { endToken, makeToken } from "@/features/who/token-actions";
import { saveSettings, saveUnits } from "@/features/who/save-settings";
import { changeIdentity, putNameBack } from "@/features/yard/change-identity";
import { makePump } from "@/features/yard/new-pump";
import { beginProcedure } from "@/features/yard/begin-procedure";
import { saveRounds } from "@/features/rounds/save-rounds";
import { planRound } from "@/features/rounds/plan-round";
import { setRetired } from "@/features/yard/retire";
import { tellApart, tellSame } from "@/features/doubles/tell";
import { saveInstrument, setAside } from "@/features/instruments/save-instrument";
import { putFitBack, saveFit } from "@/features/next-pump/save-fit";
import { serialElsewhere } from "@/features/run-sheet/serial-elsewhere";
import { NO_ERRORS } from "@/shell/form-answer";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { formOf, outcome } from "@/testing/forms";
import { jpegRequest, jsonRequest } from "@/testing/requests";
import { rowsOf } from "@/testing/rows-of";
import { signIn } from "@/testing/session";

vi.mock("next/cache", () => ({ revalidatePath: () => undefined }));

type Who = PersonRow["role"] | "nobody";
const WHO: readonly Who[] = ["nobody", "technician", "lead", "viewer", "administrator"];
const WORKERS: readonly Who[] = ["technician", "lead", "administrator"];
const SIGNED_IN: readonly Who[] = [...WORKERS, "viewer"];

/** Of LF-2, where the viewer sees, and of MG-3, where they do not. */
interface Place {
  pump: string;
  sheet: string;
  site: string;
  version: number;
  entry: string;
}
let near: Place;
let far: Place;
let all: PersonRow[];
const idOf = (who: Who) => all.find((p) => p.role === who)?.id ?? "";
const as = (who: Who) => signIn(idOf(who) || undefined);

beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "actions");
  all = await people();
  const of = async (tag: string): Promise<Place> => {
    const [row] = await (
      await testRows()
    ).execute(
      `select p.id as pump, s.id as sheet, p.site_id as site, p.version,
         (select l.id from log_entry l where l.pump_id = p.id limit 1) as entry from pump p
         join run_sheet s on s.pump_id = p.id and s.signed_at is null where p.tag = ?`,
      [tag],
    );
    return row as Place;
  };
  await (
    await testRows()
  ).execute(
    `insert into token (id, name, hash, made_by, scopes, expires_at)
       select gen_random_uuid(), 'old', 'x', id, '[]', now() + interval '1 day' from person limit 1`,
  );
  await (
    await testRows()
  ).execute("insert into team (id, name) values (?, 'Night watch')", [newId()]);
  for (const tag of ["LF-2", "MG-3"])
    for (let n = 0; n < 12; n++)
      await (
        await testRows()
      ).execute(
        `insert into promise (id, pump_id, kind, what, due_at, made_by)
           select gen_random_uuid(), p.id, 'recheck', 'bolts', now(), q.id
           from pump p, person q where p.tag = ? and q.role = 'lead' limit 1`,
        [tag],
      );
  near = await of("LF-2");
  far = await of("MG-3");
});
beforeEach(() => as("nobody"));

/** A promise of a pump that is there before anything is tried. */
async function promiseAt({ pump }: Place): Promise<string> {
  const em = await testRows();
  const [open] = (await em.execute(
    "select id from promise where pump_id = ? and settled_at is null",
    [pump],
  )) as { id: string }[];
  return open?.id ?? newId();
}

const entryBody = () => ({
  entries: [
    {
      ...{ version: 2, id: newId(), personId: all[0]?.id, at: "2026-06-01T08:00:00.000Z" },
      ...{ supersedes: null, order: null, kind: "acknowledgement", caution: "lockout" },
    },
  ],
});
const jpeg = new Uint8Array([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3]);
const facts = (about: string) => ({
  ...{ personId: all[0]?.id ?? "", at: "2026-06-01T08:00:00.000Z", about },
  ...{ width: "8", height: "6" },
});

/** Tried on a copy of nothing: where it is refused, the words or the status say so. */
interface Deed {
  readonly name: string;
  readonly able: readonly Who[];
  /** What somebody does at a place; a deed without a place has none that is not theirs. */
  readonly at: (place: Place) => Promise<unknown>;
  readonly everywhere?: boolean;
}

const REFUSED =
  /Nobody is signed in|Your role reads only|the administrator's|not yours to see|by a lead|^40[134]$/;

const INSTRUMENT = {
  ...{ id: "", version: "", name: "Clamp", kind: "clamp", serial: "" },
  ...{ rangeLow: "", rangeHigh: "60 A", percent: "2", calibratedOn: "", goodUntil: "2027-01-01" },
};

const line = { side: "suction" as const, parts: [], level: "" };

const DEEDS: readonly Deed[] = [
  {
    name: "entries",
    able: WORKERS,
    at: async (p) =>
      (await receiveEntries(jsonRequest(JSON.stringify(entryBody())), p.sheet)).status,
  },
  {
    name: "photo in",
    able: WORKERS,
    at: async (p) =>
      (await receivePhoto(jpegRequest(facts("look"), jpeg), p.sheet, newId())).status,
  },
  {
    name: "plate",
    able: WORKERS,
    at: (p) => savePlate({ pumpId: p.pump as never, kind: "body", facts: { maker: "x" } }),
  },
  {
    name: "call changed",
    able: WORKERS,
    at: (p) =>
      changeCall(
        NO_ERRORS,
        formOf({ sheet: p.sheet, kind: "call", complaint: "c", due: "2026-12-01T08:00" }),
      ),
  },
  {
    name: "call given to nobody",
    able: WORKERS,
    at: (p) => giveCall(NO_ERRORS, formOf({ sheet: p.sheet, to: "" })),
  },
  {
    name: "call given to another",
    able: ["lead", "administrator"],
    at: async (p) => {
      const form = formOf({ sheet: p.sheet, to: idOf("administrator") });
      const answer = await outcome(() => giveCall(NO_ERRORS, form));
      // What follows is tried on a call that is nobody's.
      await (await testRows()).execute("update run_sheet set assigned_to = null");
      return answer;
    },
  },
  {
    name: "call moved to a day",
    able: WORKERS,
    at: (p) => moveToDay({ id: p.sheet, what: "call", day: "2099-01-01" }),
  },
  {
    name: "promise put off",
    able: WORKERS,
    at: async (p) =>
      putOff(NO_ERRORS, formOf({ promise: await promiseAt(p), due: "2027-03-01T08:00" })),
  },
  {
    name: "promise dropped",
    able: WORKERS,
    at: async (p) => dropPromise(NO_ERRORS, formOf({ promise: await promiseAt(p), why: "sold" })),
  },
  {
    name: "promise done",
    able: WORKERS,
    at: async (p) => (await promiseDone(await promiseAt(p))) ?? "done",
  },
  {
    name: "procedure begun",
    able: WORKERS,
    at: (p) => beginProcedure(NO_ERRORS, formOf({ pump: p.pump, procedure: "clear-choke" })),
  },
  {
    name: "call of a round",
    able: WORKERS,
    at: async (p) => (await callOfRound({ sheet: p.sheet, complaint: "low" })) ?? "done",
  },
  {
    name: "round of a place",
    able: WORKERS,
    at: (p) => outcome(() => planRound(NO_ERRORS, formOf({ site: p.site }))),
  },
  {
    name: "rounds set",
    able: WORKERS,
    at: (p) => saveRounds({ site: p.site, plans: [], before: [] }),
  },
  {
    name: "promised round opened",
    able: WORKERS,
    at: async (p) => {
      const id = await promiseAt(p);
      return outcome(() => openRound(id));
    },
  },
  {
    name: "call taken",
    able: WORKERS,
    at: (p) => takeCall(NO_ERRORS, formOf({ pump: p.pump, complaint: "c" })),
  },
  { name: "told", able: WORKERS, at: (p) => toldOf(p.pump) },
  {
    name: "choices",
    able: WORKERS,
    at: async () => (await choicesFor("")).pumps.length > 0,
    everywhere: true,
  },
  {
    name: "rating",
    able: WORKERS,
    at: (p) =>
      saveRating({
        ...{ pumpId: p.pump as never, rating: { ratedPoint: { flow: "40 m3/h", head: "30 m" } } },
        ...{ source: "plate", basedOn: null, over: true },
      }),
  },
  { name: "rating put back", able: WORKERS, at: (p) => putBack(p.pump) },
  {
    name: "place",
    able: WORKERS,
    at: (p) => savePlace({ pumpId: p.pump as never, version: p.version, values: {} }),
  },
  {
    name: "line",
    able: WORKERS,
    at: (p) => saveLine({ ...line, pumpId: p.pump as never, version: p.version }),
  },
  {
    name: "line proposed",
    able: WORKERS,
    at: (p) =>
      proposeLine({
        ...{ pumpId: p.pump as never, side: "suction", units: "metric", chosen: ["x"] },
        ...{ parts: [], asItLies: [], today: { flow: "", level: "", temperature: "", primer: "" } },
      }),
  },
  {
    name: "identity",
    able: WORKERS,
    at: (p) =>
      changeIdentity(
        NO_ERRORS,
        formOf({
          ...{
            pump: p.pump,
            version: String(9999),
            tag: "X-1",
            family: "end-suction",
            purpose: "",
          },
          ...{ site: "new", siteName: "Elsewhere", zone: "UTC", move: "one" },
        }),
      ),
  },
  { name: "place put back", able: WORKERS, at: (p) => putPlaceBack(p.pump) },
  { name: "identity put back", able: WORKERS, at: (p) => putNameBack(p.pump) },
  {
    name: "new pump",
    able: WORKERS,
    at: () =>
      makePump(NO_ERRORS, formOf({ tag: `N-${newId()}`.slice(0, 20), family: "end-suction" })),
    everywhere: true,
  },
  { name: "retire", able: WORKERS, at: (p) => setRetired(p.pump, false) },
  { name: "told the same", able: WORKERS, at: (p) => tellSame(p.pump, newId()) },
  { name: "told apart", able: WORKERS, at: (p) => tellApart(p.pump) },
  {
    name: "noted for the next pump",
    able: WORKERS,
    at: (p) => saveFit({ pump: p.pump as never, basedOn: newId(), facts: {} }),
  },
  { name: "next pump put back", able: WORKERS, at: (p) => putFitBack(p.pump) },
  {
    name: "serial elsewhere",
    able: WORKERS,
    at: (p) => serialElsewhere({ pumpId: p.pump as never, kind: "body", serial: "none such" }),
  },
  {
    name: "instrument",
    able: WORKERS,
    at: () => outcome(() => saveInstrument(NO_ERRORS, formOf(INSTRUMENT))),
    everywhere: true,
  },
  {
    name: "instrument aside",
    able: WORKERS,
    at: async () => (await setAside(newId(), true)) ?? "done",
    everywhere: true,
  },
  {
    name: "sign off",
    able: WORKERS,
    at: (p) =>
      signOff({
        ...{ sheetId: p.sheet, closed: "cured", found: "x", done: "", proof: "" },
        ...{ was: null, promises: [], fingerprint: "" },
      }),
  },
  { name: "addendum", able: WORKERS, at: (p) => addAddendum({ sheetId: p.sheet }) },
  {
    name: "settings",
    able: SIGNED_IN,
    at: () => saveSettings({ gloves: false }),
    everywhere: true,
  },
  {
    name: "view kept",
    able: SIGNED_IN,
    at: () => keepView({ name: "x", query: "find=x" }),
    everywhere: true,
  },
  {
    name: "report address",
    able: WORKERS,
    at: (p) => makeLink({ kind: "visit", entry: p.entry as never }),
  },
  {
    name: "report addresses ended",
    able: WORKERS,
    at: (p) => endLinks({ kind: "visit", entry: p.entry as never }),
  },
  { name: "view forgotten", able: SIGNED_IN, at: () => dropView(newId()), everywhere: true },
  { name: "units", able: SIGNED_IN, at: () => saveUnits("metric"), everywhere: true },
  {
    name: "person added",
    able: ["administrator"],
    at: () =>
      addToList(NO_ERRORS, formOf({ name: `P ${newId()}`, role: "technician", units: "us" })),
    everywhere: true,
  },
  {
    name: "address made",
    able: ["administrator"],
    at: () => makeAddress(all[1]?.id ?? ""),
    everywhere: true,
  },
  {
    name: "rights",
    able: ["administrator"],
    at: () =>
      decide(NO_ERRORS, formOf({ person: all[1]?.id ?? "", role: "technician", everywhere: "on" })),
    everywhere: true,
  },
  { name: "name erased", able: ["administrator"], at: () => erase(newId()), everywhere: true },
  { name: "taken off", able: ["administrator"], at: () => takeOff(newId()), everywhere: true },
  {
    name: "token made",
    able: ["administrator"],
    at: (p) =>
      makeToken(
        null,
        formOf({ name: "t", days: "30", may: "read-site", site: p.site, pump: p.pump }),
      ),
    everywhere: true,
  },
  {
    name: "token ended",
    able: ["administrator"],
    at: async () => {
      const [old] = await (await testRows()).execute("select id from token where name = 'old'");
      return endToken((old as { id: string }).id);
    },
    everywhere: true,
  },
  {
    name: "team made",
    able: ["administrator"],
    at: () => makeTeam(NO_ERRORS, formOf({ name: `T ${newId()}` })),
    everywhere: true,
  },
  {
    name: "team saved",
    able: ["administrator"],
    at: async (p) => {
      const [team] = await (
        await testRows()
      ).execute("select id from team where name = 'Night watch'");
      const { id } = team as { id: string };
      return saveTeam(NO_ERRORS, formOf({ team: id, members: all[0]?.id ?? "", sites: p.site }));
    },
    everywhere: true,
  },
  {
    name: "team ended",
    able: ["administrator"],
    at: async () => ((await endTeam(newId())) === "There is no such team." ? "done" : false),
    everywhere: true,
  },
  {
    name: "call off",
    able: WORKERS,
    at: (p) => callOff(NO_ERRORS, formOf({ sheet: p.sheet, reason: "a mistake" })),
  },
];

/** Whether an answer says that it was not for whoever asked: in words, by a status, or by nothing at all. */
const isRefused = (answer: unknown): boolean => {
  if (answer === false || answer === undefined) return true;
  return REFUSED.test(typeof answer === "object" ? JSON.stringify(answer) : String(answer));
};

const rows = async () => rowsOf(await testRows());

describe("what each role may do, action by action", () => {
  for (const { name, able, at } of DEEDS) {
    for (const who of WHO) {
      it(`${name}: ${who} ${able.includes(who) ? "may" : "may not"}`, async () => {
        as(who);
        const before = await rows();
        const answer = await outcome(() => at(near));
        expect(isRefused(answer), JSON.stringify(answer)).toBe(!able.includes(who));
        if (!able.includes(who)) expect(await rows()).toEqual(before);
      });
    }
  }
});

describe("what was refused", () => {
  it("stands in the trail: of whom, and what", async () => {
    as("viewer");
    await outcome(() => takeOff(idOf("lead")));
    const [last] = await (
      await testRows()
    ).execute("select action, about, person_id from audit order by id desc limit 1");
    expect(last).toEqual({ action: "refused", about: "people", person_id: idOf("viewer") });
  });
});

describe("a team", () => {
  it("gives its places to those who are in it, as long as it lasts", async () => {
    const viewer = all.find((p) => p.role === "viewer")?.id ?? "";
    const seen = async () => {
      signIn(viewer);
      return (await sighted(viewer))?.sites;
    };
    expect(await seen()).toEqual([near.site]);
    const em = await testRows();
    const [{ id }] = (await em.execute("select id from team where name = 'Night watch'")) as [
      { id: string },
    ];
    as("administrator");
    const form = formOf({ team: id, members: viewer, sites: far.site });
    expect(await saveTeam(NO_ERRORS, form)).toEqual({ errors: {} });
    expect([...((await seen()) ?? [])].toSorted()).toEqual([near.site, far.site].toSorted());
    as("administrator");
    // Somebody who is gone is put into no team, and nothing of the form is done.
    const gone = formOf({ team: id, members: newId(), sites: near.site });
    expect(JSON.stringify(await saveTeam(NO_ERRORS, gone))).toContain("load the page again");
    expect(await endTeam(id)).toBeNull();
    expect(await seen()).toEqual([near.site]);
  });
});

describe("what lies at a place that is not theirs", () => {
  it.each(DEEDS.filter((d) => !d.everywhere).map((d) => [d.name, d] as const))(
    "%s: is not there, and nothing is written",
    async (_, { at }) => {
      const given = await testRows();
      const lead = all.find((p) => p.role === "lead")?.id ?? "";
      await given.execute("update person set everywhere = false where id = ?", [lead]);
      await given.execute(
        "insert into site_grant (id, site_id, person_id) values (?, ?, ?) on conflict do nothing",
        [newId(), near.site, lead],
      );
      as("lead");
      const before = await rows();
      const answer = await outcome(() => at(far));
      expect(isRefused(answer), JSON.stringify(answer)).toBe(true);
      expect(await rows()).toEqual(before);
      // In the same words as what there is not.
      const nothing = { pump: newId(), sheet: newId(), site: newId(), entry: newId(), version: 1 };
      expect(await outcome(() => at(nothing))).toEqual(answer);
    },
  );

  it("pictures neither", async () => {
    as("viewer");
    expect((await sendPhoto(far.sheet, newId())).status).toBe(404);
  });
});
