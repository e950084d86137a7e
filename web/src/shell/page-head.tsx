import type { ReactNode } from "react";
import classes from "./page-head.module.css";

/** The strip at the top of a page: its name, what it is about, and its one action. */
export function PageHead({
  title,
  about,
  alert,
  stays = false,
  children,
}: {
  title: string;
  about?: ReactNode;
  alert?: ReactNode;
  /** Stays in sight while the page is scrolled: the action of a long form. */
  stays?: boolean;
  children?: ReactNode;
}) {
  return (
    <header className={classes.head} data-stays={stays || undefined}>
      <h1 className={classes.title}>{title}</h1>
      <div className={classes.about}>
        <div>{about}</div>
        {alert ? <div className={classes.alert}>{alert}</div> : null}
      </div>
      <div className={classes.actions}>{children}</div>
    </header>
  );
}
