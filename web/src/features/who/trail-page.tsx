import { pageHref } from "@/shell/page-of";
import { Button } from "@mantine/core";
import { PageHead } from "@/shell/page-head";
import { Pager } from "@/shell/pager";
import type { TrailDto } from "./server";
import classes from "./who.module.css";

/** What a browser says it runs on, without all that it says it is like. */
const platformOf = (agent: string): string => /\(([^)]*)\)/.exec(agent)?.[1] ?? agent;

/** For the administrator: who did what, when, from which device. */
export function TrailPage({ rows, total, page, pages }: TrailDto) {
  return (
    <main>
      <PageHead title="The trail" about={`${total} entries; it only ever grows. Times in UTC.`}>
        <Button component="a" href="/people/trail.csv">
          Save as CSV
        </Button>
      </PageHead>
      <div className={classes.scroll} tabIndex={0} role="region" aria-label="Entries of the trail">
        <table className={classes.trail}>
          <thead>
            <tr>
              <th scope="col">When</th>
              <th scope="col">Who</th>
              <th scope="col">What</th>
              <th scope="col">About</th>
              <th scope="col">Device</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ id, at, name, action, about, device }) => (
              <tr key={id}>
                <td>{at.slice(0, 19).replace("T", " ")}</td>
                <td>{name ?? "nobody known"}</td>
                <td>{action}</td>
                <td>{about}</td>
                <td>{platformOf(device)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <Pager page={page} pages={pages} href={(p) => pageHref("/people/trail", p)} />
    </main>
  );
}
