import "server-only";
import { FAMILIES, OBSERVATION_IDS, personId, pumpId, sheetId } from "@yard-tack/core/case";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { NOT_SHOWN, note, onRoute } from "@/access/index.server";
import { keepCallMadeAway, siteOf } from "@/db";
import { answering, readJson, refuse } from "@/edge";
import { isZone } from "@/shell/times";
import { forecastAnew } from "./forecasts";

/** A call as a device sends it that took it with no network. */
const made = z.object({
  personId,
  at: z.iso.datetime({ offset: true }),
  pumpId,
  newPump: z
    .object({
      tag: z.string().trim().min(1, "A pump needs a tag.").max(50, "At most 50 characters."),
      family: z.enum(FAMILIES),
      siteName: z.string().trim().min(1).max(120, "At most 120 characters."),
      zone: z.string().refine(isZone, "There is no such time zone."),
    })
    .optional(),
  kind: z.enum(["call", "round"]),
  complaint: z.string().trim().max(200, "At most 200 characters."),
  codes: z.array(z.enum(OBSERVATION_IDS)).max(30),
  callerNote: z.string().trim().max(2000, "At most 2,000 characters."),
});
const LONGEST_BODY = 50_000;
const REFUSALS = {
  "no-such-pump": { status: 404, message: "That pump is not there any more; nothing was opened." },
  "other-content": {
    status: 409,
    message: "Another sheet has been opened under its number before.",
  },
} as const;

const NOTHING_ASKED = { thing: undefined, right: "work" } as const;

/** What it takes: a pump that is there is judged as everywhere, whatever is said of a new one beside it. */
async function asked({ pumpId: pump, newPump }: z.output<typeof made>) {
  const isNew = newPump !== undefined && (await siteOf({ pump })) === undefined;
  return isNew
    ? ({ thing: undefined, right: "register" } as const)
    : ({ thing: { pump }, right: "work" } as const);
}

/** PUT /api/sheets/:id: a call that was taken with no network, and its pump where that is new; once, however often it is sent. */
export const receiveCall = (request: Request, id: string): Promise<Response> =>
  answering("call", async () => {
    const sheet = sheetId.safeParse(id);
    if (!sheet.success) return refuse(404, "There is no such run sheet.");
    const body = await readJson(request, LONGEST_BODY);
    if (!body.ok) return refuse(body.status, body.message);
    const parsed = made.safeParse(body.json);
    const { thing, right } = parsed.success ? await asked(parsed.data) : NOTHING_ASKED;
    const entered = await onRoute(right, thing);
    if (!entered.ok) return refuse(entered.status, entered.message);
    if (!parsed.success) {
      const [issue] = parsed.error.issues;
      return refuse(
        422,
        `${issue?.path.join(".") ?? ""}: ${issue?.message ?? ""} Nothing was opened.`,
      );
    }
    const { personId: by, at, newPump, ...call } = parsed.data;
    const { visitor } = entered;
    const { proof, ...content } = body.json as Readonly<Record<string, unknown>>;
    const what = { kind: "call", sheetId: sheet.data, content } as const;
    if (!(await entered.authors.wrote(by, what, proof)))
      return refuse(422, NOT_SHOWN, { waitsFor: by });
    const kept = await keepCallMadeAway(visitor, {
      ...{ ...call, id: sheet.data, at: new Date(at), takenBy: by },
      newPump: newPump && { ...newPump, units: visitor.units },
    });
    if (kept !== "kept") return refuse(REFUSALS[kept].status, REFUSALS[kept].message);
    if (visitor.id !== by) await note(visitor.id, "sent for another", `${by}: ${sheet.data}`);
    await forecastAnew(call.pumpId);
    revalidatePath("/", "layout");
    return Response.json({ kept: sheet.data });
  });
