import { ROLE_NAMES } from "@/access";
import type { PersonDto } from "@/shell/preferences";
import classes from "./who.module.css";

/** A plain form, one button for each: it works before the page has come alive. */
export function PersonTaps({ people, back }: { people: readonly PersonDto[]; back: string }) {
  return (
    <form action="/enter" method="post" className={classes.list}>
      <input type="hidden" name="back" value={back} />
      {people.map((p) => (
        <button key={p.id} name="person" value={p.id} className={classes.person}>
          <strong>{p.name}</strong>
          <span>
            {ROLE_NAMES[p.role]}, {p.units === "us" ? "US units" : "metric units"}
          </span>
        </button>
      ))}
    </form>
  );
}
