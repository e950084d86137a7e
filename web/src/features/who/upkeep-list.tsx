import { day } from "@/shell/times";
import type { UpkeepDto } from "./server";
import classes from "./who.module.css";

const WORDS = {
  backup: { what: "Daily backup", never: "none has been made yet" },
  copy: { what: "Copy elsewhere", never: "none has been made; YARD_BACKUP_COPY names a place" },
  trial: { what: "Backup restored on trial", never: "not tried yet" },
} as const;

/** For the administrator: when backups last went well, and what failed since. */
export function UpkeepList({ done }: { done: readonly UpkeepDto[] }) {
  return (
    <section className={classes.add} aria-label="Backups">
      <h2>Backups</h2>
      <dl className={classes.upkeep}>
        {(["backup", "trial", "copy"] as const).map((name) => {
          const { what, never } = WORDS[name];
          const found = done.find((d) => d.name === name);
          return (
            <div key={name} data-upkeep={name}>
              <dt>{what}</dt>
              <dd>
                {found?.goodAt ? `last good on ${day(found.goodAt, "UTC")}` : never}
                {found && !found.ok ? (
                  <strong role="alert">
                    {" "}
                    Failed on {day(found.at, "UTC")}: {found.about}
                  </strong>
                ) : null}
              </dd>
            </div>
          );
        })}
      </dl>
    </section>
  );
}
