import { cautionRow, DEFERENCE } from "@yard-tack/core/diagnosis";
import { cautionsAt } from "@yard-tack/core/procedure";
import { prettyUnit, type UnitSystem } from "@yard-tack/core/quantity";
import { positionsOf, stripsOf } from "@yard-tack/core/visit";
import { LinkButton } from "@/shell/link-button";
import { PageHead } from "@/shell/page-head";
import { PrintButton } from "@/shell/print-button";
import { dayAndClock } from "@/shell/times";
import classes from "./blank-sheet.module.css";
import type { SheetDto } from "./sheet-dto";

/** Lines for words. */
const LINES = 4;

/** A sheet to be filled by hand where phones are not allowed, and typed later with its times. */
export function BlankSheet({ dto, units }: { dto: SheetDto; units: UnitSystem }) {
  const { pump, complaint, callerNote } = dto;
  const { facts } = pump.view;
  const strips = stripsOf(pump.instruments, facts, units);
  const positions = positionsOf(facts);
  return (
    <main>
      <PageHead
        title={pump.tag}
        about={
          <>
            {complaint || "Round"}
            <br />
            {pump.purpose ? `${pump.purpose}, ` : ""}
            {pump.siteName}
          </>
        }
      >
        <LinkButton href={`/sheet/${dto.id}`}>Its run sheet</LinkButton>
        <PrintButton />
      </PageHead>
      <div className={classes.page}>
        <p>
          Due {dayAndClock(dto.dueAt, pump.zone)}. {callerNote} Write the unit that the instrument
          shows, vacuum with &ldquo;vac&rdquo;, and the time. Typed later: Readings, &ldquo;Written
          down on paper before?&rdquo;.
        </p>
        <section aria-label="Before anything is touched">
          <h2>Before anything is touched</h2>
          <ul className={classes.cautions}>
            {cautionsAt("safe", facts).map((id) => (
              <li key={id}>
                <span aria-hidden className={classes.box} />
                {cautionRow(id).title}
              </li>
            ))}
          </ul>
          <p className={classes.soft}>{DEFERENCE}</p>
        </section>
        <section aria-label="Readings">
          <h2>Readings</h2>
          <table>
            <thead>
              <tr>
                <th scope="col">Reading</th>
                <th scope="col">Unit</th>
                {positions.map((p) => (
                  <th key={p.label} scope="col">
                    {p.name}
                  </th>
                ))}
                <th scope="col">Time</th>
              </tr>
            </thead>
            <tbody>
              {strips.map((s) => (
                <tr key={s.slot}>
                  <th scope="row">{s.name}</th>
                  <td>{s.units.slice(0, 2).map(prettyUnit).join(" / ")}</td>
                  {positions.map((p) => (
                    <td key={p.label} />
                  ))}
                  <td />
                </tr>
              ))}
            </tbody>
          </table>
        </section>
        <section aria-label="Words">
          {["Seen and heard", "Found", "Done and used"].map((name) => (
            <div key={name}>
              <h2>{name}</h2>
              {Array.from({ length: LINES }, (_, i) => (
                <div key={i} className={classes.line} />
              ))}
            </div>
          ))}
        </section>
        <p className={classes.names}>
          <span>Name</span>
          <span>Day</span>
          <span>Instruments used, with their numbers</span>
        </p>
      </div>
    </main>
  );
}
