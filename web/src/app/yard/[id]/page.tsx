import { pumpId } from "@yard-tack/core/case";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { onPage } from "@/access/index.server";
import { RatingLinks } from "@/features/curve";
import { type PumpDto, PumpPage } from "@/features/yard";
import { loadPumpPage, TagCard } from "@/features/yard/index.server";

export const metadata: Metadata = { title: "Pump" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const id = pumpId.safeParse((await params).id);
  const { units } = await onPage("read", id.success ? { pump: id.data } : undefined);
  const pump = id.success ? await loadPumpPage(id.data, units) : undefined;
  if (!pump) notFound();
  return (
    <PumpPage
      dto={pump}
      rating={<RatingLinks pump={ratingOf(pump.pump)} />}
      tag={<TagCard id={pump.pump.id} tag={pump.pump.tag} />}
    />
  );
}

/** What goes to the browser: no more than the links need. */
const ratingOf = ({ id, curveSource, hasEarlierRating, written }: PumpDto) => ({
  id,
  curveSource,
  hasEarlierRating,
  hasCurve: Boolean(written.pump.curve),
});
