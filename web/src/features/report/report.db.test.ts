import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { logEntryId, pumpId } from "@yard-tack/core/case";
import { beforeAll, describe, expect, inject, it, vi } from "vitest";
import * as z from "zod";
import type { Paper } from "@/db";
import { demoDatabase, testRows } from "@/testing/demo-database";
import { signIn } from "@/testing/session";
import { endLinks, makeLink } from "./link-actions";
import { linksOf, sharedPdf, visitPdf } from "./server";
import { yearPdf } from "./year";

vi.mock("next/cache", () => ({ revalidatePath: () => undefined }));

let entries: readonly { readonly id: string; readonly tag: string; readonly closed: string }[];

beforeAll(async () => {
  await demoDatabase(inject("databaseUrl"), "report");
  entries = await (
    await testRows()
  ).execute(
    `select l.id, p.tag, l.body->>'closed' as closed from log_entry l join pump p on p.id = l.pump_id
       where l.kind <> 'addendum' order by l.at desc`,
  );
});

const NOBODY = "00000000-0000-4000-8000-000000000000";

/** What a stranger's program reads out of it. */
function textOf(bytes: Uint8Array): string {
  const file = join(mkdtempSync(join(tmpdir(), "yard-pdf-")), "report.pdf");
  writeFileSync(file, bytes);
  execFileSync("pdftotext", ["-layout", file, `${file}.txt`]);
  return readFileSync(`${file}.txt`, "utf8");
}
const report = async (id: string) => {
  const made = await visitPdf(logEntryId.parse(id));
  if (!made) throw new Error("no such entry");
  return { ...made, words: textOf(made.text) };
};

describe("a customer's report", () => {
  it("is made of every visit of the demo, and read back by another program", async () => {
    expect(entries.length).toBeGreaterThan(15);
    for (const { id, tag } of entries) {
      const { words, name } = await report(id);
      expect(name).toMatch(new RegExp(`^${tag} \\d{4}-\\d\\d-\\d\\d\\.pdf$`));
      expect(words, tag).toMatch(new RegExp(`^\\s*${tag} (is|runs|waits|ran|was) `));
      for (const part of ["Found", "Done", "Proof", "Caution", "Signed: ", "Local codes"])
        expect(words, `${tag} ${part}`).toContain(part);
      expect(words, tag).not.toMatch(/NaN|undefined|Infinity|\uFFFD/);
    }
  }, 120_000);

  it("has its readings in the units as read, its bands, and signs that are no other letters", async () => {
    const cured = entries.find((e) => e.tag === "LF-2" && e.closed === "cured");
    const { words } = await report(cured?.id ?? "");
    expect(words).toContain("LF-2 is in order again.");
    expect(words).toMatch(/Discharge gauge\s+[\d.]+ bar ± [\d.]+/);
    expect(words).toMatch(/m³\/h/);
    expect(words).toContain("gauge pressures where “abs”");
  });

  it("is none of an entry that is not there", async () => {
    expect(
      await visitPdf(logEntryId.parse("00000000-0000-4000-8000-000000000000")),
    ).toBeUndefined();
  });
});

describe("a fire-water pump's report", () => {
  it("has its test on a page of its own, with points, bands and room for names", async () => {
    const rows = await testRows();
    const snapshots = [
      {
        ...{ label: "as found", suctionPressure: "1.6 psi", dischargePressure: "112 psi" },
        ...{ flow: "760 gpm", speed: "1774 rpm" },
      },
      {
        label: "shut",
        suctionPressure: "2.6 psi",
        dischargePressure: "130 psi",
        speed: "1786 rpm",
      },
    ];
    const [{ id }] = (await rows.execute(
      `insert into log_entry (id, pump_id, person_id, at, kind, title, body)
         select gen_random_uuid(), p.id, q.id, now(), 'round', 'Yearly test',
           jsonb_build_object('closed', 'as it should be', 'found', 'Tested.', 'snapshots', ?::jsonb)
         from pump p, person q where p.tag = 'TH-1' and q.role = 'lead' limit 1 returning id`,
      [JSON.stringify(snapshots)],
    )) as [{ id: string }];
    const { words } = await report(id);
    expect(words).toContain("Fire-water test: three points");
    expect(words).toMatch(/churn, shut.*100 to 140 %/s);
    expect(words.split("three points")[1]).toMatch(/psi net.*±/s);
    expect(words).toMatch(/150 % flow.*not (shown|read)/s);
    expect(words).toContain("Acceptance belongs to the authority in charge.");
    expect(words).toMatch(/Tested by: name, day/);
    expect(words).toContain("2 of 2");
  });
});

describe("a year of a place", () => {
  it("is told to whoever may see it, with pumps, calls and what is next, and read by another program", async () => {
    const rows = await testRows();
    const [site] = (await rows.execute(
      "select s.id from site s join pump p on p.site_id = s.id where p.tag = 'BI-2'",
    )) as [{ id: string }];
    const now = new Date();
    const year = now.getUTCFullYear();
    const made = await yearPdf("all", site.id, year, now);
    const words = textOf(made?.text ?? new Uint8Array());
    expect(made?.name).toBe(`Brindlemere Ice Hall ${year}.pdf`);
    expect(words).toMatch(new RegExp(`^\\s*Brindlemere Ice Hall in ${year}`));
    for (const part of ["BI-1", "BI-2", "BI-3", "The pumps", "Next", "under its base"])
      expect(words).toContain(part);
    expect(words).not.toMatch(/NaN|undefined|\uFFFD/);
    expect(await yearPdf([], site.id, year, now)).toBeUndefined();
    const before = await yearPdf("all", site.id, 1999, now);
    expect(textOf(before?.text ?? new Uint8Array())).toContain(
      "Nothing was signed there that year.",
    );
  });
});

describe("an address for the owner", () => {
  const made = async (of: Paper) => {
    const answer = await makeLink(of);
    if (!answer.ok) throw new Error(answer.message);
    expect(answer.address).toMatch(/\/r\/[\w-]{32}$/);
    return answer.address.split("/r/")[1] ?? "";
  };

  it("opens that report without anybody signed in, until it is ended or has run out", async () => {
    const rows = await testRows();
    const [person] = await rows.execute("select id from person where role = 'technician'");
    const entry = { kind: "visit", entry: logEntryId.parse(entries[0]?.id) } as const;
    signIn((person as { id: string }).id);
    const [first, second] = [await made(entry), await made(entry)];
    signIn(undefined);
    const open = (secret: string) => sharedPdf(secret, new Date());
    expect((await open(first))?.name).toBe((await open(second))?.name);
    expect(await open(`${first}x`)).toBeUndefined();
    expect(await open("")).toBeUndefined();
    // Nobody ends them who is not signed in; the secret itself is kept nowhere.
    expect(await endLinks(entry)).toMatch(/Nobody is signed in/);
    expect(JSON.stringify(await rows.execute("select * from paper_link"))).not.toContain(first);
    const shown = await linksOf(entry, "UTC");
    expect(shown[0]?.say).toMatch(/by Technician, good until .*; last opened /);
    await rows.execute("update paper_link set expires_at = now() where id = ?", [shown[1]?.id]);
    expect(await linksOf(entry, "UTC")).toHaveLength(1);
    signIn((person as { id: string }).id);
    expect(await endLinks(entry)).toBeNull();
    expect(await open(first)).toBeUndefined();
    expect(await open(second)).toBeUndefined();
    expect(await linksOf(entry, "UTC")).toEqual([]);
  });

  it("opens a year of a place, a warranty claim and the card for the next pump, and each alone", async () => {
    const rows = await testRows();
    const [row] = await rows.execute(
      "select p.id as pump, p.site_id as site from pump p where p.tag = 'LF-2'",
    );
    const { pump, site } = z.object({ pump: pumpId, site: z.uuid() }).parse(row);
    const [person] = await rows.execute("select id from person where role = 'technician'");
    signIn((person as { id: string }).id);
    const year = new Date().getUTCFullYear();
    const papers = [
      [{ kind: "year", site, year }, `Larkfen Hatchery ${year}.pdf`, /LF-1[^]*LF-2[^]*The calls/],
      [
        { kind: "claim", pump },
        "LF-2 claim.pdf",
        /Warranty claim for LF-2[^]*Serial number[^]*What happened/,
      ],
      [{ kind: "next", pump }, "LF-2 next.pdf", /The next LF-2[^]*Flow and head here/],
    ] as const satisfies readonly (readonly [Paper, string, RegExp])[];
    for (const [of, name, words] of papers) {
      const secret = await made(of);
      signIn(undefined);
      const print = await sharedPdf(secret, new Date());
      expect(print?.name).toBe(name);
      const text = textOf(print?.text ?? new Uint8Array());
      expect(text).toMatch(words);
      expect(text).not.toMatch(/NaN|undefined|\uFFFD/);
      signIn((person as { id: string }).id);
      for (const [other] of papers)
        expect(await linksOf(other, "UTC"), other.kind).toHaveLength(other === of ? 1 : 0);
      expect(await endLinks(of)).toBeNull();
      expect(await sharedPdf(secret, new Date())).toBeUndefined();
    }
    // Of nothing, and of a place that is not one's own, none is made.
    expect(await makeLink({ kind: "year", site: NOBODY, year })).toMatchObject({ ok: false });
    expect(await makeLink({ kind: "claim", pump: NOBODY as never })).toMatchObject({ ok: false });
    expect(await makeLink({ kind: "year", site, year: 90 })).toMatchObject({ ok: false });
  });
});
