"use server";

import { note, onAction } from "@/access/index.server";
import { keepLineProposal, loadPump } from "@/db";
import { acting } from "@/edge";
import { keepRegister, type PlaceAnswer, refused } from "@/features/place/index.server";
import { lineForm, type LineForm, proposalForm, type ProposalForm } from "./line-fields";

const UNREAD = "This could not be read. Nothing was saved; the drawing is kept here.";

/**
 * Keeps a line as it lies. It counts from now on in the place of a loss in metres that was given before it.
 */
export async function saveLine(raw: LineForm): Promise<PlaceAnswer> {
  const parsed = lineForm.safeParse(raw);
  if (!parsed.success) return refused(parsed.error.issues[0]?.message ?? UNREAD);
  const { pumpId, version, side, parts, level, standing } = parsed.data;
  return acting("line", "The drawing is kept here.", async () => {
    const entered = await onAction("register", { pump: pumpId });
    if (!entered.ok) return entered;
    return keepRegister(pumpId, version, entered.visitor.id, (register) => {
      const { loss: _metres, elements: _before, ...rest } = register[side] ?? {};
      const levels = {
        ...(level === "" ? {} : { sourceLevel: level }),
        ...(standing === "" ? {} : { standingLevel: standing }),
      };
      const source = side === "suction" ? levels : {};
      return {
        ...register,
        [side]: { ...rest, ...source, ...(parts.length > 0 ? { elements: parts } : {}) },
      };
    });
  });
}

/** Keeps what is proposed; it prints, and reads the same whatever is drawn later. */
export async function proposeLine(
  raw: ProposalForm,
): Promise<
  { readonly ok: true; readonly id: string } | { readonly ok: false; readonly message: string }
> {
  const parsed = proposalForm.safeParse(raw);
  if (!parsed.success) return { ok: false, message: parsed.error.issues[0]?.message ?? UNREAD };
  const { pumpId, ...asked } = parsed.data;
  return acting("propose line", "The drawing is kept here.", async () => {
    const entered = await onAction("register", { pump: pumpId });
    if (!entered.ok) return entered;
    const known = await loadPump(pumpId);
    const { history: _past, fingerprint: _own, ...written } = known?.written ?? {};
    const id = known && (await keepLineProposal(pumpId, { ...asked, written }, entered.visitor.id));
    if (!id)
      return {
        ok: false,
        message: "This pump is not there any more. The drawing is kept here.",
      } as const;
    await note(entered.visitor.id, "line proposed", known.tag);
    return { ok: true, id } as const;
  });
}
