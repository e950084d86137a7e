/** What is to be done, as a calendar that a phone or a desk asks for again and again. */
import "server-only";
import ical, { ICalCalendarMethod } from "ical-generator";
import { onMachine } from "@/access/index.server";
import { everyOpenCall, everyOpenPromise } from "@/db";
import { addressOf } from "@/access";
import { answering, problem } from "@/edge";

/** How long an entry stands there [ms]. */
const LENGTH = 30 * 60_000;

/** GET /api/v1/calendar.ics?token=: promises and calls that are open, of the places the token is for. */
export const calendar = (request: Request): Promise<Response> =>
  answering(
    "api calendar",
    async () => {
      const entered = await onMachine(request, "calendar");
      if (!entered.ok) return problem(entered.status, entered.message);
      const [promises, calls] = await Promise.all([
        everyOpenPromise(entered.sites),
        everyOpenCall(entered.sites),
      ]);
      const home = addressOf(request.headers.get("host"));
      const feed = ical({ name: "Yard Tack", method: ICalCalendarMethod.PUBLISH, ttl: 3600 });
      for (const p of promises)
        feed.createEvent({
          id: `promise-${p.id}@yard-tack`,
          start: p.dueAt,
          end: new Date(p.dueAt.getTime() + LENGTH),
          summary: `${p.tag} ${p.what}`,
          location: p.place,
          url: p.logEntryId ? `${home}/log/${p.logEntryId}` : `${home}/yard/${p.pumpId}`,
        });
      for (const c of calls)
        feed.createEvent({
          id: `call-${c.id}@yard-tack`,
          start: c.dueAt,
          end: new Date(c.dueAt.getTime() + LENGTH),
          summary: `${c.tag} ${c.complaint || "round"}`,
          location: c.place,
          url: `${home}/sheet/${c.id}`,
        });
      return new Response(feed.toString(), {
        headers: {
          "content-type": "text/calendar; charset=utf-8",
          "content-disposition": 'inline; filename="yard-tack.ics"',
          "cache-control": "no-store",
        },
      });
    },
    problem,
  );
