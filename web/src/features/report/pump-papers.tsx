/** Papers of a pump: its warranty claim, and the card that the next one is ordered from. */
import "server-only";
import { renderToBuffer } from "@react-pdf/renderer";
import { type PumpId, sheetId } from "@yard-tack/core/case";
import type { UnitSystem } from "@yard-tack/core/quantity";
import { claimParts, loadClaim, loadNextPump, readyWords } from "@/features/next-pump/index.server";
import { photoBytes } from "@/db";
import { day, dayAndClock } from "@/shell/times";
import { ClaimDocument } from "./claim-document";
import { registerTypeface } from "./fonts";
import { NextDocument } from "./next-document";
import type { Print } from "./print";

/** The sheet and the photo that an address of a picture names. */
const PICTURE = /^\/api\/sheets\/([^/]+)\/photos\/([^/]+)$/;

async function bytesOf(url: string): Promise<Buffer | undefined> {
  const [, sheet, photo] = PICTURE.exec(url) ?? [];
  const id = sheetId.safeParse(sheet);
  const found = id.success && photo ? await photoBytes(id.data, photo) : undefined;
  return found && Buffer.from(found);
}

const aboutOf = ({ purpose, siteName }: { purpose: string; siteName: string }) =>
  [purpose, siteName].filter((w) => w !== "").join(", ");

/**
 * A warranty claim as a file; undefined where there is no such pump.
 * @param units - those of its place where nobody says
 */
export async function claimPdf(
  id: PumpId,
  now: Date,
  units?: UnitSystem,
): Promise<Print | undefined> {
  const dto = await loadClaim(id, units);
  if (!dto) return undefined;
  const { pump, card } = dto;
  const visits = await Promise.all(
    dto.visits.map(async (v) => ({
      id: v.id,
      title: `${dayAndClock(v.at, pump.zone)}: ${v.title}`,
      says: [v.found, v.done].filter((w) => w !== ""),
      readings: v.readings.map((r) => [r.name, r.raw, dayAndClock(r.at, pump.zone)] as const),
      pictures: (
        await Promise.all(
          v.pictures.map(async ({ about, url }) => {
            const bytes = await bytesOf(url);
            return bytes ? [{ about, bytes }] : [];
          }),
        )
      ).flat(),
    })),
  );
  registerTypeface();
  const made = day(now.toISOString(), pump.zone);
  const document = (
    <ClaimDocument
      title={`Warranty claim for ${pump.tag}`}
      about={aboutOf(pump)}
      lead={card.warranty}
      signed={`Made ${made} from register and log`}
      mark={`Yard Tack\n${made}`}
      parts={claimParts(dto)}
      visits={visits}
    />
  );
  return {
    name: `${pump.tag} claim.pdf`,
    text: new Uint8Array(await renderToBuffer(document)),
  };
}

/**
 * The card for the next pump as a file; undefined where there is no such pump.
 * @param units - those of its place where nobody says
 */
export async function nextPdf(
  id: PumpId,
  now: Date,
  units?: UnitSystem,
): Promise<Print | undefined> {
  const dto = await loadNextPump(id, units);
  if (!dto) return undefined;
  const { pump, card } = dto;
  registerTypeface();
  const made = day(now.toISOString(), pump.zone);
  const document = (
    <NextDocument
      title={`The next ${pump.tag}`}
      about={aboutOf(pump)}
      lead={readyWords(card)}
      signed={`Made ${made} from the register`}
      mark={`Yard Tack\n${made}`}
      parts={card.groups
        .filter((g) => g.rows.length > 0)
        .map(({ title, rows }) => ({ title, facts: rows.map((r) => [r.name, r.value] as const) }))}
    />
  );
  return { name: `${pump.tag} next.pdf`, text: new Uint8Array(await renderToBuffer(document)) };
}
