"use client";

import { Button, NativeSelect, TextInput } from "@mantine/core";
import Link from "next/link";
import type { LogPageDto } from "./server";
import classes from "./log.module.css";

const ALL = { value: "", label: "any" };

/** What the list is narrowed to. The address keeps it: it can be sent, and gone back to. */
export function LogNarrow({
  asked,
  choices,
}: {
  asked: LogPageDto["asked"];
  choices: LogPageDto["choices"];
}) {
  const { find = "", pump, ...rest } = asked;
  const more = Object.keys(rest).length > 0;
  return (
    <form className={classes.ask} role="search" action="/log" key={JSON.stringify(asked)}>
      <div className={classes.askFirst}>
        <TextInput
          label="Words of an entry, or of its pump"
          name="find"
          defaultValue={find}
          maxLength={120}
          autoComplete="off"
        />
        <Button type="submit" variant="default">
          Show
        </Button>
        {more || find !== "" || pump ? <Link href="/log">Show all</Link> : null}
      </div>
      {pump ? <input type="hidden" name="pump" value={pump} /> : null}
      <details open={more || undefined}>
        <summary>Narrow it down</summary>
        <div className={classes.askMore}>
          <NativeSelect
            label="Place"
            name="site"
            defaultValue={rest.site ?? ""}
            data={[ALL, ...choices.sites]}
          />
          <NativeSelect
            label="Cause"
            name="cause"
            defaultValue={rest.cause ?? ""}
            data={[ALL, ...choices.causes]}
          />
          <NativeSelect
            label="Who"
            name="person"
            defaultValue={rest.person ?? ""}
            data={[{ value: "", label: "anybody" }, ...choices.people]}
          />
          <TextInput
            label="Part used, or what was done"
            name="used"
            defaultValue={rest.used ?? ""}
            maxLength={120}
            autoComplete="off"
          />
          <TextInput label="From" name="from" type="date" defaultValue={rest.from ?? ""} />
          <TextInput label="Until" name="until" type="date" defaultValue={rest.until ?? ""} />
        </div>
      </details>
    </form>
  );
}
