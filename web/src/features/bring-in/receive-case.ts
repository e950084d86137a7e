import "server-only";
import { type CaseError, readCase, readPump, type WrittenCase } from "@yard-tack/core/case";
import { revalidatePath } from "next/cache";
import { note, onRoute } from "@/access/index.server";
import { bringCase } from "@/db";
import { answering, readJson, refuse } from "@/edge";
import { isZone } from "@/shell/times";
import { caseFields } from "./case-fields";

/** The longest case file, quoted inside of JSON [bytes]. */
const LONGEST_BODY = 3_000_000;

/** POST /yard/bring/case: a case file, made a pump of the Yard; what was read in it becomes a visit. */
export const receiveCase = (request: Request): Promise<Response> =>
  answering("case file", async () => {
    const entered = await onRoute("register");
    if (!entered.ok) return refuse(entered.status, entered.message);
    const body = await readJson(request, LONGEST_BODY);
    if (!body.ok) return refuse(body.status, body.message);
    const parsed = caseFields.safeParse(body.json);
    if (!parsed.success)
      return refuse(
        422,
        parsed.error.issues.map((i) => ({ path: i.path.join("."), message: i.message })),
      );
    const { text, name, tag, place, zone } = parsed.data;
    const read = caseOf(text);
    if (!("written" in read)) return refuse(422, read.faults);
    const { visitor } = entered;
    const id = await bringCase({
      ...{ by: visitor, written: read.written, tag, place, name, now: new Date() },
      zone: isZone(zone) ? zone : "UTC",
    });
    if (!id)
      return refuse(422, [
        { path: "tag", message: `${tag} is at ${place} already; choose another tag or place.` },
      ]);
    await note(visitor.id, "case file brought in", `${tag}, ${place}`);
    revalidatePath("/", "layout");
    return Response.json({ pump: id });
  });

/** A case, or a pump of no reading, as written; or everything that is wrong with it. */
function caseOf(
  text: string,
): { readonly written: WrittenCase } | { readonly faults: readonly CaseError[] } {
  let json: unknown;
  try {
    json = JSON.parse(text.replace(/^\uFEFF/, ""));
  } catch {
    return { faults: [{ path: "", message: "The file is no JSON." }] };
  }
  const visit = typeof json === "object" && json !== null && "snapshots" in json;
  const read = visit ? readCase(json) : readPump(json);
  // What the schema takes is the file as it was written.
  return read.ok ? { written: json as WrittenCase } : { faults: read.error };
}
