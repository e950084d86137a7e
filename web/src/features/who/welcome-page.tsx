import { PageHead } from "@/shell/page-head";
import { WelcomeForm } from "./welcome-form";
import classes from "./who.module.css";

/** Behind a one-time address. @param name - null for the first administrator, who says it */
export function WelcomePage({ token, name }: { token: string; name: string | null }) {
  return (
    <main>
      <PageHead
        title={name ? `Welcome, ${name}` : "The first administrator"}
        about={
          name
            ? "Choose the passphrase you will sign in with. This address is good once."
            : "You look after people and what they may see. If you were in the list before, take the name you had there: what you wrote stays yours."
        }
      />
      <WelcomeForm token={token} name={name} />
    </main>
  );
}

/** An address that is good no more. */
export function WelcomeOver() {
  return (
    <main>
      <PageHead title="This address is good no more" />
      <p className={classes.note}>
        It was used already, is older than two days, or was written wrong. Ask your administrator
        for another; the first administrator starts Yard Tack again, which prints a new one.
      </p>
    </main>
  );
}
