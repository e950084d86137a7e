import { ROLE_NAMES } from "@/access";
import { LinkButton } from "@/shell/link-button";
import { PageHead } from "@/shell/page-head";
import { day } from "@/shell/times";
import { EraseName } from "./erase-name";
import { NewPersonForm } from "./new-person-form";
import { PersonRights } from "./person-rights";
import type { PeopleDto } from "./server";
import { UpkeepList } from "./upkeep-list";
import classes from "./who.module.css";

/** For the administrator: who there is, what they do, what they see. */
export function PeoplePage({ people, sites, upkeep }: PeopleDto) {
  const here = people.filter((p) => p.person.leftAt === null);
  const left = people.filter((p) => p.person.leftAt !== null);
  return (
    <main>
      <PageHead title="People" about={`${here.length} on the list; ${sites.length} places to give`}>
        <LinkButton href="/people/teams">Teams</LinkButton>
        <LinkButton href="/people/tokens">Tokens</LinkButton>
        <LinkButton href="/people/trail">The trail</LinkButton>
        <LinkButton href="/people/archive">Archive</LinkButton>
      </PageHead>
      <ul className={classes.people} aria-label="People">
        {here.map((listed) => {
          const { person, hasPassphrase, lastSeen } = listed;
          const given = sites.filter((s) => listed.sites.includes(s.id)).map((s) => s.name);
          const all = person.everywhere || person.role === "administrator";
          const seen = all ? "every place" : given.join(", ") || "no place yet";
          return (
            <li key={person.id} data-person={person.name}>
              <div className={classes.who}>
                <strong>{person.name}</strong>
                <span>
                  {ROLE_NAMES[person.role]}; sees {seen}
                </span>
                <span className={classes.small}>
                  {hasPassphrase ? "has a passphrase" : "has no passphrase yet"}
                  {lastSeen ? `, last signed in ${day(lastSeen, "UTC")}` : ", never signed in"}
                </span>
              </div>
              <PersonRights listed={listed} sites={sites} />
            </li>
          );
        })}
      </ul>
      <UpkeepList done={upkeep} />
      <section className={classes.add} aria-label="Add somebody">
        <h2>Add somebody</h2>
        <NewPersonForm />
      </section>
      {left.length > 0 ? (
        <section aria-label="Left">
          <h2 className={classes.heading}>Left: what they wrote keeps their name</h2>
          <ul className={classes.people}>
            {left.map(({ person }) => (
              <li key={person.id} data-left={person.name}>
                <div className={classes.who}>{person.name}</div>
                <EraseName id={person.id} name={person.name} />
              </li>
            ))}
          </ul>
        </section>
      ) : null}
    </main>
  );
}
