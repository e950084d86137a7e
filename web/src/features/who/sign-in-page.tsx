import Link from "next/link";
import { NobodyHere } from "@/features/device";
import { PageHead } from "@/shell/page-head";
import type { PersonDto } from "@/shell/preferences";
import { PersonTaps } from "./person-taps";
import { SignInForm } from "./sign-in-form";
import classes from "./who.module.css";

/** Coming in: by name and passphrase, and in the demo by a tap. */
export function SignInPage({
  free,
  back,
  ownCertificate,
}: {
  /** Whom a tap enters as. */
  free: readonly PersonDto[];
  back: string;
  /** Whether the certificate was made here, so that a device warns until it was told to trust it. */
  ownCertificate: boolean;
}) {
  return (
    <main>
      <NobodyHere />
      <PageHead
        title="Sign in"
        about="Readings, acknowledgements and signatures carry your name. This device asks again after 90 days."
      />
      <div className={classes.ways}>
        <div>
          <SignInForm back={back} />
          <p className={classes.note}>
            No passphrase yet, or forgotten? Your administrator makes you a one-time address.
          </p>
          {ownCertificate ? (
            <p className={classes.note}>
              Did this device warn of the connection?{" "}
              <Link href="/trust">Let it trust this machine</Link>
            </p>
          ) : null}
        </div>
        {free.length > 0 ? (
          <section className={classes.demo} aria-label="The demo's people">
            <p>
              The demo is loaded and you are at the machine it runs on: a tap enters as one of its
              made-up people. From any other machine a passphrase is asked for.
            </p>
            <PersonTaps people={free} back={back} />
          </section>
        ) : null}
      </div>
    </main>
  );
}
