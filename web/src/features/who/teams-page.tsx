import { LinkButton } from "@/shell/link-button";
import { PageHead } from "@/shell/page-head";
import type { TeamsDto } from "./server";
import { NewTeamForm, TeamForm } from "./team-form";
import classes from "./who.module.css";

const counted = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;

/** For the administrator: people who see the same places. */
export function TeamsPage({ teams, people, sites }: TeamsDto) {
  return (
    <main>
      <PageHead title="Teams" about="Whoever is in a team sees its places, besides their own">
        <LinkButton href="/people">People</LinkButton>
      </PageHead>
      {teams.length === 0 ? <p className={classes.note}>There is no team yet.</p> : null}
      <ul className={classes.people} aria-label="Teams">
        {teams.map((team) => (
          <li key={team.id} data-team={team.name}>
            <div className={classes.who}>
              <strong>{team.name}</strong>
              <span>
                {counted(team.members.length, "person", "people")},{" "}
                {counted(team.sites.length, "place", "places")}
              </span>
            </div>
            <TeamForm team={team} people={people} sites={sites} />
          </li>
        ))}
      </ul>
      <section className={classes.add} aria-label="Make a team">
        <h2>Make a team</h2>
        <NewTeamForm />
      </section>
    </main>
  );
}
