import "server-only";
import { type LineAsked, type LineView, lineView } from "@yard-tack/core/board";
import type { PumpId, WrittenPump } from "@yard-tack/core/case";
import * as z from "zod";
import { lineProposal, lineProposalsOf, loadPump } from "@/db";
import { proposalForm } from "./line-fields";

/** What the page of a pump's line starts from. */
export interface LineDto {
  readonly pumpId: PumpId;
  readonly tag: string;
  readonly version: number;
  readonly zone: string;
  readonly written: WrittenPump;
  readonly family: string;
  readonly proposals: readonly { readonly id: string; readonly at: string; readonly by: string }[];
}

/** Undefined when there is no such pump. */
export async function loadLinePage(id: PumpId): Promise<LineDto | undefined> {
  const pump = await loadPump(id);
  if (!pump) return undefined;
  const { history: _past, fingerprint: _own, ...written } = pump.written;
  const proposals = await lineProposalsOf(id);
  return {
    ...{ pumpId: pump.id, tag: pump.tag, version: pump.version, zone: pump.zone },
    ...{ written, family: pump.family },
    proposals: proposals.map((p) => ({
      ...{ id: p.id, at: p.madeAt.toISOString(), by: p.by ?? "somebody" },
    })),
  };
}

export interface ProposalDto {
  readonly id: string;
  readonly pumpId: PumpId;
  readonly tag: string;
  readonly place: string;
  readonly zone: string;
  readonly at: string;
  readonly by: string;
  readonly now: LineView;
  readonly then: LineView;
  /** Findings that are to be mended. */
  readonly chosen: readonly string[];
}

const kept = proposalForm.omit({ pumpId: true }).extend({
  written: z.record(z.string(), z.unknown()),
});

/** A proposal, worked out from what was asked then; undefined where there is none, or it cannot be read. */
export async function loadProposal(pump: PumpId, id: string): Promise<ProposalDto | undefined> {
  const [found, known] = [await lineProposal(pump, id), await loadPump(pump)];
  if (!found || !known) return undefined;
  const asked = kept.safeParse(found.asked);
  if (!asked.success) return undefined;
  // What the file was is judged by its one reader, within.
  const full = asked.data as unknown as LineAsked;
  const now = lineView(full);
  const then = lineView({ ...full, parts: now.changed ?? full.parts, chosen: [] });
  return {
    ...{ id: found.id, pumpId: pump, tag: known.tag, place: known.siteName, zone: known.zone },
    ...{ at: found.madeAt.toISOString(), by: found.by ?? "somebody", now, then },
    chosen: full.chosen,
  };
}
