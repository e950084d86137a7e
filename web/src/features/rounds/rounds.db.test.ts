import { readRecord } from "@yard-tack/core/record";
import { dimensionAt, sheetId as sheetIdSchema } from "@yard-tack/core/case";
import { parseReading } from "@yard-tack/core/quantity";
import { beforeAll, describe, expect, inject, it, vi } from "vitest";
import { openPromises, signSheet } from "@/db";
import { NO_ERRORS } from "@/shell/form-answer";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { formOf, outcome } from "@/testing/forms";
import { signIn } from "@/testing/session";
import { loadSheetDto } from "../run-sheet/index.server";
import { planRound } from "./plan-round";
import { saveRounds } from "./save-rounds";
import { loadRounds, type RoundsDto } from "./server";

vi.mock("next/cache", () => ({ revalidatePath: () => undefined }));

let site = "";
let lead = "";

beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "rounds");
  const em = await testRows();
  const [place] = await em.execute("select id from site where name = 'Larkfen Hatchery'");
  const [person] = await em.execute("select id from person where role = 'lead'");
  site = (place as { id: string }).id;
  lead = (person as { id: string }).id;
  signIn(lead);
});

const load = async (): Promise<RoundsDto> => {
  const found = await loadRounds("all", site);
  if (!found) throw new Error("the hatchery is there");
  return found;
};
const plansOf = ({ pumps }: RoundsDto) =>
  pumps.map(({ id, days, hours, twin }) => ({ pump: id, days, hours, twin }));
const tags = ({ pumps }: RoundsDto) => pumps.map((p) => p.tag);

describe("how a place is walked", () => {
  it("is by tag until somebody says otherwise, with when each pump is due", async () => {
    const dto = await load();
    expect(tags(dto)).toEqual(["LF-1", "LF-2", "LF-3", "LF-4"]);
    const lf1 = dto.pumps[0];
    expect(lf1).toMatchObject({ hours: 1100, dueHours: 15_220, twin: dto.pumps[1]?.id });
    expect(lf1?.counter?.perDay).toBeCloseTo(20, 1);
    // Nobody promised it: by the calendar it is long due.
    expect(dto.pumps[3]).toMatchObject({ tag: "LF-4", overdue: true });
    expect(dto.pumps[2]).toMatchObject({ tag: "LF-3", overdue: false });
  });

  it("is kept as it was set, and refused where somebody else set it meanwhile", async () => {
    const before = plansOf(await load());
    const [one, two, three, four] = before;
    if (!one || !two || !three || !four) throw new Error("four pumps");
    const plans = [
      four,
      { ...one, twin: null, days: 30 },
      { ...three, twin: two.pump },
      { ...two, twin: three.pump },
    ];
    expect(await saveRounds({ site, plans, before })).toBeNull();
    const now = await load();
    expect(tags(now)).toEqual(["LF-4", "LF-1", "LF-3", "LF-2"]);
    expect(now.pumps.map((p) => p.twin)).toEqual([null, null, two.pump, three.pump]);
    expect(await saveRounds({ site, plans: before, before })).toMatch(/meanwhile/);
    expect(plansOf(await load())).toEqual(plans);
  });

  it.each<[string, (one: Plan, other: Plan) => Plan[]]>([
    ["a twin of itself", (one) => [{ ...one, twin: one.pump }]],
    ["a twin that has another", (one, other) => [{ ...one, twin: other.pump }, other]],
    ["no days", (one) => [{ ...one, days: 0 }]],
    ["half an hour", (one) => [{ ...one, hours: 0.5 }]],
    ["one pump twice", (one) => [one, one]],
  ])("does not take %s", async (_, spoil) => {
    const before = plansOf(await load());
    const [one, other] = before.map((p) => ({ ...p, twin: null }));
    if (!one || !other) throw new Error("four pumps");
    const plans = spoil(one, other);
    expect(await saveRounds({ site, plans, before })).toEqual(expect.any(String));
    expect(plansOf(await load())).toEqual(before);
  });

  it("gives the next round its order, twins one after the other, and leaves who has a sheet", async () => {
    await outcome(() => planRound(NO_ERRORS, formOf({ site })));
    const rows = await (
      await testRows()
    ).execute(
      `select p.tag from run_sheet r join pump p on p.id = r.pump_id
         where p.site_id = ? and r.kind = 'round' and r.signed_at is null order by r.due_at`,
      [site],
    );
    // LF-2 has a call open: it is seen on that.
    expect((rows as { tag: string }[]).map((r) => r.tag)).toEqual(["LF-4", "LF-1", "LF-3"]);
  });
});

type Plan = ReturnType<typeof plansOf>[number];

describe("a round that was promised", () => {
  const day = 86_400_000;
  const roundsOf = async () =>
    (await openPromises("all", new Date(Date.now() + 400 * day))).filter((p) => p.kind === "round");

  it("stands among the rounds while its sheet is open", async () => {
    expect(await roundsOf()).toEqual([]);
  });

  it("is kept by the signature, which promises the next and keeps the counter", async () => {
    const [row] = await (
      await testRows()
    ).execute(
      `select r.id from run_sheet r join pump p on p.id = r.pump_id
         where p.tag = 'LF-1' and r.signed_at is null`,
    );
    const sheet = sheetIdSchema.parse((row as { id: string }).id);
    const dto = await loadSheetDto(sheet);
    // LF-1 and LF-2 are no twins any more.
    expect(dto?.round).toMatchObject({ days: 30, hours: 1100, twin: null });
    const due = new Date(Date.now() + 91 * day);
    const signed = await signSheet(sheet, () => ({
      ...{ title: "Round", personId: lead as never, result: null, fingerprintReason: null },
      ...{ fingerprint: [], points: [], hours: 15_300 },
      record: readRecord({ closed: "as it should be", found: "Sound." }),
      promises: [{ kind: "round", what: "Next round", dueAt: due, dueHours: 16_400 }],
    }));
    expect(signed.ok).toBe(true);
    const open = await roundsOf();
    expect(open.map((p) => [p.tag, p.dueHours])).toEqual([["LF-1", 16_400]]);
    expect((await load()).pumps.find((p) => p.tag === "LF-1")?.counter?.hours).toBe(15_300);
  });

  it("comes earlier where the pump runs more than was thought, and never later", async () => {
    const [before] = await roundsOf();
    const sign = async (hours: number) => {
      const em = await testRows();
      const [pump] = await em.execute("select id from pump where tag = 'LF-1'");
      const [sheet] = await em.execute(
        `insert into run_sheet (id, pump_id, kind, complaint, codes, caller_note, due_at, opened_at)
           values (gen_random_uuid(), ?, 'call', 'c', '[]', '', now(), now()) returning id`,
        [(pump as { id: string }).id],
      );
      await signSheet(sheetIdSchema.parse((sheet as { id: string }).id), () => ({
        ...{ title: "Call", personId: lead as never, result: null, fingerprintReason: null },
        ...{ fingerprint: [], points: [], hours, promises: [] },
        record: readRecord({ closed: "improved", found: "Sound." }),
      }));
      return (await roundsOf())[0]?.dueAt.getTime() ?? 0;
    };
    // It was read 250 and 56 days ago too: since then about 22 h a day.
    const earlier = await sign(16_000);
    expect(earlier).toBeLessThan(before?.dueAt.getTime() ?? 0);
    expect(earlier).toBeGreaterThan(Date.now());
    expect(await sign(16_000)).toBe(earlier);
    // A new counter: nothing can be said of the old one's hours.
    expect(await sign(5)).toBe(earlier);
  });
});

describe("a pump's twin on its sheet", () => {
  it("tells what was read there last, in strips the core can read", async () => {
    const em = await testRows();
    await em.execute(
      `update pump p set twin_id = t.id from pump t
         where (p.tag, t.tag) in (('LF-1', 'LF-2'), ('LF-2', 'LF-1'))`,
    );
    const [row] = await em.execute(
      `select r.id from run_sheet r join pump p on p.id = r.pump_id
         where p.tag = 'LF-2' and r.signed_at is null`,
    );
    const dto = await loadSheetDto(sheetIdSchema.parse((row as { id: string }).id));
    const twin = dto?.round.twin;
    expect(twin?.tag).toBe("LF-1");
    expect(Object.keys(twin?.readings ?? {})).toEqual(
      expect.arrayContaining(["suctionPressure", "dischargePressure", "amps.0"]),
    );
    for (const [slot, text] of Object.entries(twin?.readings ?? {})) {
      const dimension = dimensionAt("as found", slot);
      if (dimension) expect(parseReading(text, dimension).ok, `${slot} ${text}`).toBe(true);
    }
  });
});
