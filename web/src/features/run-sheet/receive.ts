import "server-only";
import * as z from "zod";
import { entriesBody } from "./entries";
import { appendEntries } from "./server";

export const problem = (status: number, message: string) => Response.json({ message }, { status });

/** POST /api/sheets/:id/entries: what a device kept, sent on. */
export async function receiveEntries(request: Request, sheetId: string): Promise<Response> {
  if (!z.uuid().safeParse(sheetId).success) return problem(404, "There is no such run sheet.");
  let json: unknown;
  try {
    json = await request.json();
  } catch {
    return problem(400, "This is not JSON.");
  }
  const body = entriesBody.safeParse(json);
  if (!body.success) {
    const [issue] = body.error.issues;
    return problem(422, `${issue?.path.join(".") ?? ""}: ${issue?.message ?? "not understood"}`);
  }
  try {
    const outcome = await appendEntries(sheetId, body.data.entries, new Date());
    switch (outcome) {
      case "kept":
      case "kept-retired":
        return Response.json({
          kept: body.data.entries.map((e) => e.id),
          ...(outcome === "kept-retired" ? { retired: true } : {}),
        });
      case "no-such-sheet":
        return problem(404, "There is no such run sheet; what was typed stays on this device.");
      case "signed":
        return problem(409, "This sheet is signed; what was typed stays on this device.");
    }
  } catch {
    return problem(503, "The database did not take it; it stays on this device and is sent again.");
  }
}
