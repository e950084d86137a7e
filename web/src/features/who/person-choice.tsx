import { PageHead } from "@/shell/page-head";
import type { PersonDto } from "@/shell/preferences";
import { choosePerson } from "./actions";
import { LazyPersonForm } from "./lazy-person-form";
import classes from "./person-choice.module.css";

/** A list to choose from, until sign-in comes. */
export function PersonChoice({
  people,
  here,
  back,
}: {
  people: readonly PersonDto[];
  here: string;
  back: string;
}) {
  return (
    <main>
      <PageHead
        title="Who is here"
        about="Readings, acknowledgements and signatures carry this name."
      />
      <form action={choosePerson} className={classes.list}>
        <input type="hidden" name="back" value={back} />
        {people.map((p) => (
          <button
            key={p.id}
            name="person"
            value={p.id}
            className={classes.person}
            aria-pressed={p.id === here}
          >
            <strong>{p.name}</strong>
            <span>
              {p.role}, {p.units === "us" ? "US units" : "metric units"}
            </span>
          </button>
        ))}
      </form>
      <details className={classes.add}>
        <summary>Add somebody</summary>
        <LazyPersonForm back={back} />
      </details>
    </main>
  );
}
