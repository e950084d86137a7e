import { Button, TextInput } from "@mantine/core";
import Link from "next/link";
import { PageHead } from "@/shell/page-head";
import { pageHref } from "@/shell/page-of";
import { PrintButton } from "@/shell/print-button";
import { Curves } from "./curves";
import type { CompareDto } from "./server";
import classes from "./compare.module.css";

/** Other pumps on this pump's system: by their curves, never by their power. */
export function ComparePage({ dto }: { dto: CompareDto }) {
  const { pump, words, rows, says, choices, find } = dto;
  const path = `/yard/${pump.id}/compare`;
  const ids = dto.with.map((w) => w.id);
  const href = (list: readonly string[], looked = "") =>
    pageHref(path, 0, { with: list.join(","), find: looked, ...dto.whatIf });
  const [head, ...body] = rows;
  return (
    <main>
      <PageHead
        title={pump.tag}
        about={
          <>
            Other pumps in its place
            <br />
            {pump.siteName}
          </>
        }
      >
        <span className="no-print">
          <PrintButton />
        </span>
      </PageHead>
      <div className={classes.page}>
        {dto.lack ? (
          <p role="alert">
            {dto.lack} <Link href={`/yard/${pump.id}`}>All of {pump.tag}</Link>
          </p>
        ) : null}
        {words.length > 0 ? (
          <div className={classes.words}>
            {words.map((w) => (
              <p key={w}>{w}</p>
            ))}
          </div>
        ) : null}
        <section className={`${classes.choose} no-print`} aria-label="Pumps beside it">
          {dto.with.length > 0 ? (
            <ul>
              {dto.with.map((w) => (
                <li key={w.id}>
                  <b>{w.tag}</b>
                  <Link href={href(ids.filter((id) => id !== w.id))}>Leave {w.tag} out</Link>
                </li>
              ))}
            </ul>
          ) : (
            <p>Choose a pump of the Yard to see what it would do here.</p>
          )}
          <form action={path} role="search" key={`${find}/${ids.join()}`}>
            {ids.length > 0 ? <input type="hidden" name="with" value={ids.join(",")} /> : null}
            {Object.entries(dto.whatIf).map(([name, value]) =>
              value === "" ? null : <input key={name} type="hidden" name={name} value={value} />,
            )}
            <TextInput
              label="Words of a pump or its place"
              name="find"
              defaultValue={find}
              maxLength={80}
              autoComplete="off"
            />
            <Button type="submit" variant="default">
              Look
            </Button>
          </form>
          {choices.length > 0 ? (
            <ul aria-label="Found">
              {choices.map((c) => (
                <li key={c.id}>
                  <Link href={href([...ids, c.id])}>Put {c.name} beside it</Link>
                </li>
              ))}
            </ul>
          ) : find === "" ? null : (
            <p>No other pump has all of these words.</p>
          )}
        </section>
        <WhatIf dto={dto} ids={ids} path={path} />
        {dto.lines.length > 0 ? <Curves dto={dto} /> : null}
        {head ? (
          <div
            className={classes.wide}
            tabIndex={0}
            role="group"
            aria-label="The pumps, side by side"
          >
            <table>
              <thead>
                <tr>
                  <th scope="col">On this system</th>
                  {head.cells.map((c) => (
                    <th key={c} scope="col">
                      {c}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {body.map((r) => (
                  <tr key={r.name}>
                    <th scope="row">{r.name}</th>
                    {r.cells.map((c, i) => (
                      <td key={head.cells[i]}>{c}</td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        ) : null}
        {says.map((s) => (
          <section key={s.name} aria-label={`To look at before ${s.name} is chosen`}>
            <h2>{s.name}</h2>
            <ul>
              {s.says.map((w) => (
                <li key={w}>{w}</li>
              ))}
            </ul>
          </section>
        ))}
        <p className={classes.soft}>
          Each curve as it was rated, at its own speed, against this pump&rsquo;s clean system.
          Energy with the motor&rsquo;s efficiency, 90 % where its plate does not say. Whoever
          orders a pump has its maker confirm the duty.
        </p>
      </div>
    </main>
  );
}

/** This pump changed, or one that is known by a point alone; the address keeps what was asked. */
function WhatIf({ dto, ids, path }: { dto: CompareDto; ids: readonly string[]; path: string }) {
  const { whatIf, faults, pump } = dto;
  const field = (name: keyof typeof whatIf, label: string, like: string) => (
    <TextInput
      label={label}
      name={name}
      placeholder={like}
      defaultValue={whatIf[name]}
      error={faults[name]}
      maxLength={40}
      autoComplete="off"
    />
  );
  return (
    <section className={`${classes.what} no-print`} aria-label="What if">
      <form action={path} key={JSON.stringify(whatIf)}>
        {ids.length > 0 ? <input type="hidden" name="with" value={ids.join(",")} /> : null}
        <fieldset>
          <legend>What if {pump.tag} ran otherwise</legend>
          {field("speed", "At the speed", "2600 rpm")}
          {field("wheel", "With a wheel of", "160 mm")}
        </fieldset>
        <fieldset>
          <legend>A pump of which one point is known</legend>
          {field("flow", "Rated flow", "60 m3/h")}
          {field("head", "Rated head", "40 m")}
        </fieldset>
        <Button type="submit" variant="default">
          Put it beside
        </Button>
      </form>
      <p className={classes.soft}>
        A candidate with a sheet of its own, as a table or a picture:{" "}
        <Link href="/yard/new">make it a pump of the Yard</Link>, give it its curve, and put it
        beside this one.
      </p>
    </section>
  );
}
