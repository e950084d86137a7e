import { ForHands } from "@/shell/for-hands";
import { LinkButton } from "@/shell/link-button";
import { PageHead } from "@/shell/page-head";
import { InstrumentForm } from "./instrument-form";
import classes from "./instruments.module.css";
import type { InstrumentDto } from "./server";

/** One instrument. What a visit noted of its class, range or zero since stands above what is written here. */
export function InstrumentPage({ instrument, trust }: InstrumentDto) {
  const { name, pump } = instrument;
  return (
    <main>
      <PageHead title={name} about={pump ? `At ${pump.tag}, ${pump.place}` : "Of the van"}>
        <LinkButton href="/yard/instruments">Instruments</LinkButton>
      </PageHead>
      <div className={classes.sides}>
        <ForHands>
          <InstrumentForm instrument={instrument} />
        </ForHands>
        {trust ? (
          <section className={classes.trust} aria-labelledby="zero">
            <h2 id="zero">Its zero over the visits</h2>
            {trust.say.map((s) => (
              <p key={s}>{s}</p>
            ))}
            {trust.looks.length > 0 ? (
              <table>
                <thead>
                  <tr>
                    <th scope="col">Looked at</th>
                    <th scope="col">At rest it showed</th>
                  </tr>
                </thead>
                <tbody>
                  {trust.looks.map((l, i) => (
                    <tr key={`${l.day}/${i}`}>
                      <td>{l.day}</td>
                      <td>{l.shown}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            ) : null}
          </section>
        ) : null}
      </div>
    </main>
  );
}
