import type { InstrumentRow } from "@/db";
import { LinkButton } from "@/shell/link-button";
import { PageHead } from "@/shell/page-head";
import { InstrumentForm } from "./instrument-form";

/** One instrument. What a visit noted of its class, range or zero since stands above what is written here. */
export function InstrumentPage({ instrument }: { instrument: InstrumentRow }) {
  const { name, pump } = instrument;
  return (
    <main>
      <PageHead title={name} about={pump ? `At ${pump.tag}, ${pump.place}` : "Of the van"}>
        <LinkButton href="/yard/instruments">Instruments</LinkButton>
      </PageHead>
      <InstrumentForm instrument={instrument} />
    </main>
  );
}
