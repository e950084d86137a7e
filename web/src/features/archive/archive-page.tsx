import { Button } from "@mantine/core";
import { LinkButton } from "@/shell/link-button";
import { PageHead } from "@/shell/page-head";
import classes from "./archive.module.css";
import { BringIn } from "./bring-in";
import type { ArchivePageDto } from "./server";

const counted = (n: number, one: string, many: string) =>
  `${n.toLocaleString("en")} ${n === 1 ? one : many}`;

/** For the administrator: the whole Yard as one file, out and into an installation that holds nothing. */
export function ArchivePage({ counts }: ArchivePageDto) {
  const { pumps, places, visits, pictures } = counts;
  const empty = pumps === 0 && places === 0;
  return (
    <main>
      <PageHead title="Archive" about="The whole Yard as one file that other programs can read">
        <LinkButton href="/people">People</LinkButton>
      </PageHead>
      <section className={classes.part} aria-labelledby="take-away">
        <h2 id="take-away">Take it away</h2>
        {empty ? (
          <p>There is nothing to take away yet.</p>
        ) : (
          <>
            <p>
              {counted(pumps, "pump", "pumps")} at {counted(places, "place", "places")},{" "}
              {counted(visits, "entry", "entries")} of the log and{" "}
              {counted(pictures, "picture", "pictures")}, every reading as it was typed, people with
              their names and what they may see.
            </p>
            <p className={classes.small}>
              Passphrases, tokens, addresses of reports and the trail stay here. A backup has those
              too; it is for this installation, the archive is for any.
            </p>
            <Button component="a" href="/people/archive/yard.zip" download>
              Take the archive
            </Button>
          </>
        )}
      </section>
      <section className={classes.part} aria-labelledby="bring-in">
        <h2 id="bring-in">Bring one in</h2>
        {empty ? (
          <>
            <p>
              All of it comes in, or nothing. Everybody in it is then listed at People, and chooses
              a passphrase at a one-time address that you give them.
            </p>
            <BringIn />
          </>
        ) : (
          <p>
            An archive goes into an installation that holds no pump and no place, so that nothing is
            mixed or written over. This one has {counted(pumps, "pump", "pumps")}: start another
            with a data folder of its own.
          </p>
        )}
      </section>
    </main>
  );
}
