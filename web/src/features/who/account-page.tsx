import { Button } from "@mantine/core";
import Link from "next/link";
import { PageHead } from "@/shell/page-head";
import { ROLE_NAMES } from "@/access";
import type { PersonDto } from "@/shell/preferences";
import { PassphraseForm } from "./passphrase-form";
import { PersonTaps } from "./person-taps";
import { signOut } from "./sign-in";
import { UnitsChoice } from "./units-choice";
import classes from "./who.module.css";

/** Who is signed in here, in which units, and the ways out. */
export function AccountPage({
  person,
  sites,
  free,
  hasPassphrase,
  changed,
  back,
}: {
  person: PersonDto;
  /** In words: what they may see. */
  sites: string;
  /** Whom a tap enters as instead. */
  free: readonly PersonDto[];
  hasPassphrase: boolean;
  /** The passphrase was changed just now. */
  changed: boolean;
  back: string;
}) {
  return (
    <main>
      <PageHead title={person.name} about={`${ROLE_NAMES[person.role]}; ${sites}`} />
      <div className={classes.form}>
        <UnitsChoice />
        {person.role === "administrator" ? (
          <p className={classes.links}>
            <Link href="/people">People and what they may see</Link>
            <Link href="/people/trail">The trail of what was done</Link>
          </p>
        ) : null}
        {changed ? <p role="status">Changed; your other devices ask for it anew.</p> : null}
        {hasPassphrase ? <PassphraseForm /> : null}
        <form action={signOut} className={classes.outs}>
          <Button type="submit" variant="default" name="everywhere" value="no">
            Sign out here
          </Button>
          <Button type="submit" variant="default" name="everywhere" value="yes">
            Sign out on every device
          </Button>
        </form>
        <p className={classes.small}>
          What you typed and what is not sent yet stays on this device either way, under your name.
        </p>
      </div>
      {free.length > 0 ? (
        <section className={classes.demo} aria-label="The demo's people">
          <p>The demo is loaded: go on as another of its made-up people.</p>
          <PersonTaps people={free.filter((p) => p.id !== person.id)} back={back} />
        </section>
      ) : null}
    </main>
  );
}
