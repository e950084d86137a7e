import "server-only";
import { hoursPerDay } from "@yard-tack/core/upkeep";
import { placeRounds, sees, type Sites } from "@/db";

export interface RoundPump {
  readonly id: string;
  readonly tag: string;
  readonly purpose: string;
  readonly days: number;
  readonly hours: number | null;
  readonly twin: string | null;
  readonly lastAt: string | null;
  /** Its day as it was promised, else by the calendar after the last round. */
  readonly dueAt: string | null;
  readonly overdue: boolean;
  readonly dueHours: number | null;
  /** What its counter showed last, and how much it runs in a day. */
  readonly counter: { readonly hours: number; readonly perDay: number | null } | null;
}

export interface RoundsDto {
  readonly site: string;
  readonly name: string;
  readonly zone: string;
  readonly pumps: readonly RoundPump[];
}

const DAY = 86_400_000;

/** How a place is walked; undefined where it is not there or not to be seen. */
export async function loadRounds(sites: Sites, site: string): Promise<RoundsDto | undefined> {
  const found = sees(sites, site) ? await placeRounds(site) : undefined;
  const now = new Date();
  return (
    found && {
      site: found.id,
      name: found.name,
      zone: found.zone,
      pumps: found.pumps.map((p): RoundPump => {
        const looks = (p.looks ?? []).map((c) => ({ at: c.at.getTime(), hours: c.hours }));
        const last = looks.at(-1);
        const byDays = p.lastAt && new Date(p.lastAt.getTime() + p.days * DAY);
        const due = p.dueAt ?? byDays;
        return {
          ...{ id: p.id, tag: p.tag, purpose: p.purpose, days: p.days, hours: p.hours },
          ...{ twin: p.twin, dueHours: p.dueHours },
          lastAt: p.lastAt?.toISOString() ?? null,
          dueAt: due?.toISOString() ?? null,
          overdue: due !== null && due < now,
          counter: last ? { hours: last.hours, perDay: hoursPerDay(looks) ?? null } : null,
        };
      }),
    }
  );
}
