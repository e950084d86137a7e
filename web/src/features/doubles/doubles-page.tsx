import Link from "next/link";
import type { Double } from "@/db";
import { ForHands } from "@/shell/for-hands";
import { LinkButton } from "@/shell/link-button";
import { PageHead } from "@/shell/page-head";
import classes from "./doubles.module.css";
import { KeepOne } from "./tell-buttons";

/** Pumps of the list that may be one machine. */
export function DoublesPage({ doubles }: { doubles: readonly Double[] }) {
  return (
    <main>
      <PageHead
        title="Doubles"
        about="Pumps that may stand in the list twice: by one serial number, or by one tag at one place"
      >
        <LinkButton href="/yard">Yard</LinkButton>
      </PageHead>
      {doubles.length === 0 ? (
        <p className={classes.note}>No two pumps carry the same number or the same tag.</p>
      ) : (
        <p className={classes.note}>
          Read both plates before you say it. The one that is kept shows the log of both; nothing of
          the other is lost, and it can be told apart again at its own page.
        </p>
      )}
      <ul className={classes.list}>
        {doubles.map((d) => (
          <li key={`${d.one.id}${d.other.id}${d.why}`} data-double={`${d.one.tag} ${d.other.tag}`}>
            <p className={classes.why}>
              {d.why === "serial" ? `Both carry the number ${d.what}` : `Both are called ${d.what}`}
            </p>
            {[d.one, d.other].map((p, i) => (
              <div key={p.id} className={classes.one}>
                <Link href={`/yard/${p.id}`}>
                  <b>{p.tag}</b>, {p.place}
                </Link>
                <span>
                  {p.entries === 1 ? "one entry" : `${p.entries} entries`} in its log
                  {p.retired ? ", taken off the yard" : ""}
                </span>
                <ForHands>
                  <KeepOne
                    keep={p.id}
                    other={(i === 0 ? d.other : d.one).id}
                    name={`${p.tag} at ${p.place}`}
                  />
                </ForHands>
              </div>
            ))}
          </li>
        ))}
      </ul>
    </main>
  );
}
