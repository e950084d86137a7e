import Link from "next/link";
import { ForHands } from "@/shell/for-hands";
import { LinkButton } from "@/shell/link-button";
import { PageHead } from "@/shell/page-head";
import { day } from "@/shell/times";
import { Aside } from "./aside";
import { kindOf } from "./instrument-fields";
import { InstrumentForm } from "./instrument-form";
import classes from "./instruments.module.css";
import type { InstrumentsDto } from "./server";

type Listed = InstrumentsDto["instruments"][number];

/** What readings are taken with, what has run out first. */
export function InstrumentsPage({ instruments, pump }: InstrumentsDto) {
  const over = instruments.filter((i) => i.over).length;
  const carried = instruments.filter((i) => !i.retired);
  const aside = instruments.filter((i) => i.retired);
  const tag = instruments[0]?.pump?.tag ?? "this pump";
  return (
    <main>
      <PageHead
        title="Instruments"
        about={
          over > 0
            ? over === 1
              ? "The calibration of one has run out: what is read with it says so."
              : `The calibrations of ${over} have run out: what is read with them says so.`
            : pump === null
              ? "Of the van, and those at pumps that have a number or a calibration"
              : `That hang at ${tag}`
        }
      >
        {pump === null ? (
          <LinkButton href="/yard">Yard</LinkButton>
        ) : (
          <LinkButton href={`/yard/${pump}`}>{tag}</LinkButton>
        )}
      </PageHead>
      {carried.length === 0 ? (
        <p className={classes.empty}>
          {pump === null
            ? "None is known yet."
            : "None is known yet: a gauge is, once a reading says how it hangs."}
        </p>
      ) : null}
      <ul className={classes.list} aria-label="Instruments">
        {carried.map((i) => (
          <Row key={i.id} instrument={i} />
        ))}
      </ul>
      {aside.length > 0 ? (
        <section aria-labelledby="aside">
          <h2 id="aside" className={classes.heading}>
            Put aside
          </h2>
          <ul className={classes.list}>
            {aside.map((i) => (
              <Row key={i.id} instrument={i} />
            ))}
          </ul>
        </section>
      ) : null}
      {pump === null ? (
        <ForHands>
          <section aria-labelledby="another">
            <h2 id="another" className={classes.heading}>
              One more for the van
            </h2>
            <InstrumentForm />
          </section>
        </ForHands>
      ) : null}
    </main>
  );
}

function Row({ instrument: i }: { instrument: Listed }) {
  const range = [i.rangeLow, i.rangeHigh].filter(Boolean).join(" to ");
  const facts = [
    kindOf(i.kind)?.name,
    range,
    i.percent === null ? undefined : `class ${i.percent}`,
    i.serial ? `no. ${i.serial}` : undefined,
  ];
  return (
    <li data-instrument={i.name} data-over={i.over || undefined}>
      <Link href={`/yard/instruments/${i.id}`} className={classes.name}>
        <b>{i.name}</b>
        <span>{facts.filter(Boolean).join(", ")}</span>
        {i.pump ? (
          <small>
            at {i.pump.tag}, {i.pump.place}
          </small>
        ) : null}
      </Link>
      <span className={classes.until}>{untilWords(i)}</span>
      {i.pump === null ? (
        <ForHands>
          <Aside id={i.id} name={i.name} aside={i.retired} />
        </ForHands>
      ) : null}
    </li>
  );
}

const dated = (iso: string) => day(`${iso}T12:00:00Z`, "UTC");

function untilWords({ goodUntil, calibratedOn, over }: Listed): string {
  if (goodUntil !== null)
    return over ? `ran out on ${dated(goodUntil)}` : `good until ${dated(goodUntil)}`;
  return calibratedOn === null
    ? "no calibration written down"
    : `calibrated on ${dated(calibratedOn)}`;
}
