import { personId, pumpId, sheetId, type SheetId } from "@yard-tack/core/case";
import { beforeAll, beforeEach, describe, expect, inject, it, vi } from "vitest";
import { v4 as newId } from "uuid";
import { digestOf, type Proof, type Written } from "@/access";
import { people, type PersonRow } from "@/db";
import { receiveCall } from "@/features/slate/receive-call";
import { receiveSessionKey } from "@/features/who/keep-session-key";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { jpegRequest, jsonRequest } from "@/testing/requests";
import { atDevice, sessionOf, signIn } from "@/testing/session";
import { openSession, type TestSession } from "@/testing/session-keys";
import { receivePhoto } from "./photo-bytes";
import { receiveEntries } from "./receive";
import { receiveSignature } from "./receive-signature";

vi.mock("next/cache", () => ({ revalidatePath: () => undefined }));

let sheet: SheetId;
let pump: string;
let all: PersonRow[];
const of = (role: PersonRow["role"]): PersonRow => {
  const found = all.find((p) => p.role === role);
  if (!found) throw new Error(`no ${role}`);
  return found;
};

beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "written_by");
  all = await people();
  const [row] = await (
    await testRows()
  ).execute(
    `select s.id as sheet, p.id as pump from run_sheet s join pump p on p.id = s.pump_id
       where p.tag = 'LF-2' and s.signed_at is null limit 1`,
  );
  ({ sheet, pump } = row as { sheet: SheetId; pump: string });
});

/** What somebody sends that is under a name, with what shows whose it is. */
interface Sent {
  readonly status: number;
  readonly text: string;
}
type Prove = (what: Written) => Promise<Proof | undefined>;
const answered = async (answer: Response): Promise<Sent> => ({
  status: answer.status,
  text: await answer.text(),
});

const base = (person: string) => ({
  ...{ version: 2, id: newId(), personId: person, at: new Date().toISOString() },
  ...{ supersedes: null, order: null },
});
const entryOf = (more: object) => async (person: string, prove: Prove) => {
  const entry = { ...base(person), ...more };
  const proof = await prove({ kind: "entry", sheetId: sheet, content: entry });
  const body = { entries: [entry], proofs: { [entry.id]: proof } };
  return answered(await receiveEntries(jsonRequest(JSON.stringify(body)), sheet));
};
const pixels = new Uint8Array([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3]);

const KINDS: Readonly<Record<string, (person: string, prove: Prove) => Promise<Sent>>> = {
  "a note": entryOf({ kind: "note", note: { topic: "words", about: "look", value: "wet" } }),
  "an acknowledgement": entryOf({ kind: "acknowledgement", caution: "lockout" }),
  "a picture": async (person, prove) => {
    const id = newId();
    const facts = { personId: person, at: new Date().toISOString(), about: "look" };
    const content = { id, ...facts, width: 8, height: 6, digest: await digestOf(pixels) };
    const proof = await prove({ kind: "photo", sheetId: sheet, content });
    const request = jpegRequest({ ...facts, width: "8", height: "6" }, pixels);
    if (proof) request.headers.set("x-written-by", `${proof.key} ${proof.signature}`);
    return answered(await receivePhoto(request, sheet, id));
  },
  "a call": async (person, prove) => {
    const id = sheetId.parse(newId());
    const told = { complaint: "noise", callerNote: "", kind: "call", codes: [] };
    const call = { personId: person, at: new Date().toISOString(), pumpId: pump, ...told };
    const proof = await prove({ kind: "call", sheetId: id, content: call });
    return answered(await receiveCall(jsonRequest(JSON.stringify({ ...call, proof })), id));
  },
};

/** Under whose name, what shows it, and whether it is kept. */
interface Row {
  readonly says: string;
  readonly author: () => PersonRow;
  readonly prove: (person: string) => Promise<Prove>;
  readonly after?: (session: TestSession) => Promise<void>;
  readonly kept: boolean;
}
const none: Row["prove"] = async () => async () => undefined;
const own =
  (then?: (session: TestSession, person: string) => Promise<void>): Row["prove"] =>
  async (person) => {
    const session = await openSession(person);
    return async (what) => {
      const proof = await session.prove(what);
      await then?.(session, person);
      return proof;
    };
  };
const technician = () => of("technician");
const lead = () => of("lead");
const set = async (column: string, value: unknown, person: string) =>
  void (await (
    await testRows()
  ).execute(`update person set ${column} = ? where id = ?`, [value, person]));

const ROWS: readonly Row[] = [
  { says: "one's own, with nothing", author: technician, prove: none, kept: true },
  { says: "the lead's, with nothing", author: lead, prove: none, kept: false },
  { says: "the lead's, from an open session of theirs", author: lead, prove: own(), kept: true },
  {
    says: "the lead's, from one that was ended since",
    author: lead,
    prove: own((session) => session.end()),
    kept: false,
  },
  {
    says: "the lead's, from one that has run out",
    author: lead,
    prove: own((session) => session.runOut()),
    kept: false,
  },
  {
    says: "the lead's, signed by the sender's own session",
    author: lead,
    prove: async () => (await openSession(technician().id)).prove,
    kept: false,
  },
  {
    says: "the lead's, with what was signed changed afterwards",
    author: lead,
    prove: async (person) => {
      const session = await openSession(person);
      return (what) => session.prove({ ...what, content: { ...(what.content as object), x: 1 } });
    },
    kept: false,
  },
  {
    says: "the lead's, signed for another sheet",
    author: lead,
    prove: async (person) => {
      const session = await openSession(person);
      return (what) => session.prove({ ...what, sheetId: newId() });
    },
    kept: false,
  },
  {
    says: "the lead's, with a key that nobody has",
    author: lead,
    prove: async (person) => {
      const session = await openSession(person);
      return async (what) => ({ ...(await session.prove(what)), key: newId() });
    },
    kept: false,
  },
  {
    says: "the lead's, who was taken off the list",
    author: lead,
    prove: own((_, person) => set("left_at", new Date(), person)),
    kept: false,
  },
  {
    says: "the lead's, who only reads by now",
    author: lead,
    prove: own((_, person) => set("role", "viewer", person)),
    kept: false,
  },
  {
    says: "the lead's, who does not see the place any more",
    author: lead,
    prove: own((_, person) => set("everywhere", false, person)),
    kept: false,
  },
  {
    says: "a viewer's, from an open session",
    author: () => of("viewer"),
    prove: own(),
    kept: false,
  },
];

describe("what is sent under a name", () => {
  beforeEach(async () => {
    const { id } = lead();
    await set("left_at", null, id);
    await set("role", "lead", id);
    await set("everywhere", true, id);
    signIn(technician().id);
    // The device has been used by all of them: that shows nothing.
    atDevice("a-tablet-that-all-have-used");
  });

  it.each(
    Object.entries(KINDS).flatMap(([kind, send]) => ROWS.map((row) => ({ kind, send, ...row }))),
  )("$kind, $says: kept $kept", async ({ send, author, prove, kept }) => {
    const who = author();
    const sent = await send(who.id, await prove(who.id));
    expect(sent.status, sent.text).toBe(kept ? 200 : 422);
    if (!kept) expect(JSON.parse(sent.text)).toMatchObject(waitsFor(who.id));
  });

  it("names its sender beside its writer, in its row and in the trail", async () => {
    const who = lead();
    const { prove } = await openSession(who.id);
    for (const kind of ["a note", "a picture"]) await KINDS[kind]?.(who.id, prove);
    const em = await testRows();
    for (const table of ["sheet_entry", "photo"]) {
      const [row] = await em.execute(
        `select person_id, sent_by from ${table} order by received_at desc, seq desc limit 1`,
      );
      expect(row).toEqual({ person_id: who.id, sent_by: technician().id });
    }
    const [noted] = await em.execute(
      "select person_id, about from audit where action = 'sent for another' order by id desc limit 1",
    );
    expect(noted).toEqual({ person_id: technician().id, about: `${who.id}: ${sheet}` });
  });

  it("is never a signature of another's, whatever is shown", async () => {
    for (const author of [lead(), of("viewer"), of("administrator")]) {
      const { prove } = await openSession(author.id);
      const form = { closed: "cured", found: "x", done: "x", proof: "x" };
      const at = new Date().toISOString();
      const body = { personId: author.id, at, form };
      const proof = await prove({ kind: "entry", sheetId: sheet, content: body });
      const answer = await receiveSignature(jsonRequest(JSON.stringify({ ...body, proof })), sheet);
      expect(answer.status).toBe(422);
      expect(await answer.json()).toMatchObject({ waitsFor: author.id });
    }
    const [row] = await (
      await testRows()
    ).execute("select signed_at from run_sheet where id = ?", [sheet]);
    expect(row).toEqual({ signed_at: null });
  });
});

/** Where one thing is sent it is said of the whole; of entries it is said of each. */
const waitsFor = (id: string) =>
  expect.toSatisfy(
    (body: { waitsFor?: string; refused?: { waitsFor?: string }[] }) =>
      (body.waitsFor ?? body.refused?.[0]?.waitsFor) === id,
  );

describe("a key of a session", () => {
  const send = async (body: object) =>
    (await receiveSessionKey(jsonRequest(JSON.stringify(body)))).status;
  const half = { kty: "EC", crv: "P-256", x: "x".repeat(43), y: "y".repeat(43) };

  it("is of the session that sends it, and no other takes its number", async () => {
    const em = await testRows();
    for (const { id } of [technician(), lead()])
      await em.execute(
        `insert into auth.session ("id", "expiresAt", "token", "updatedAt", "userId")
           values (?, now() + interval '1 day', ?, now(), ?)`,
        [sessionOf(id), newId(), id],
      );
    const id = newId();
    signIn(technician().id);
    expect(await send({ id, publicKey: half })).toBe(200);
    expect(await send({ id, publicKey: half })).toBe(200);
    expect(await send({ id, publicKey: { ...half, x: "z".repeat(43) } })).toBe(409);
    signIn(lead().id);
    expect(await send({ id, publicKey: half })).toBe(409);
    signIn(undefined);
    expect(await send({ id: newId(), publicKey: half })).toBe(401);
  });

  it("is none with anything else in it", async () => {
    signIn(technician().id);
    expect(await send({ id: newId(), publicKey: { ...half, d: "secret" } })).toBe(422);
    expect(await send({ id: "x", publicKey: half })).toBe(422);
    expect(await send({ id: newId(), publicKey: { ...half, kty: "oct" } })).toBe(422);
  });
});

describe("a call from a device", () => {
  it("is not for a pump of another place, whatever is said of a new one beside it", async () => {
    const em = await testRows();
    const [far] = (await em.execute("select id, site_id from pump where tag = 'MG-3'")) as {
      id: string;
      site_id: string;
    }[];
    const worker = technician().id;
    await set("everywhere", false, worker);
    await em.execute("delete from site_grant where site_id = ? and person_id = ?", [
      far?.site_id,
      worker,
    ]);
    await em.execute("delete from team_member where person_id = ?", [worker]);
    signIn(worker);
    const told = { complaint: "mine now", callerNote: "", kind: "call", codes: [] };
    const call = {
      ...{ personId: personId.parse(worker), at: new Date().toISOString(), ...told },
      pumpId: pumpId.parse(far?.id),
    };
    const newPump = { tag: "X-1", family: "end-suction", siteName: "Anywhere", zone: "UTC" };
    for (const body of [call, { ...call, newPump }]) {
      const answer = await receiveCall(jsonRequest(JSON.stringify(body)), newId());
      expect(answer.status).toBe(404);
    }
    // Nor is a sheet of another place there, whatever pump of one's own it is said to be for.
    const [other] = (await em.execute("select id from run_sheet where pump_id = ? limit 1", [
      far?.id,
    ])) as { id: string }[];
    await em.execute(
      `insert into site_grant (id, site_id, person_id)
         select gen_random_uuid(), site_id, ? from pump where id = ? on conflict do nothing`,
      [worker, pump],
    );
    const near = { ...call, pumpId: pumpId.parse(pump) };
    expect((await receiveCall(jsonRequest(JSON.stringify(near)), other?.id ?? "")).status).toBe(
      404,
    );
    const made = await em.execute("select id from run_sheet where complaint = 'mine now'");
    expect(made).toEqual([]);
    await set("everywhere", true, worker);
  });
});
