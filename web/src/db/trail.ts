/** The trail of what was done: appended by the application, changed by nobody. */
import * as z from "zod";
import { unitOfWork } from "./connection";
import { type Paged, placeOf } from "./paged";
import { columns, selected } from "./rows";

export interface TrailEntry {
  readonly personId: string | null;
  readonly action: string;
  readonly about: string;
  readonly device: string;
}

export async function addToTrail({ personId, action, about, device }: TrailEntry): Promise<void> {
  await (
    await unitOfWork()
  ).execute("insert into audit (person_id, action, about, device) values (?, ?, ?, ?)", [
    personId,
    action,
    about,
    device,
  ]);
}

const trailRow = columns(
  z.object({
    id: z.coerce.string(),
    at: z.coerce.date(),
    name: z.string().nullable(),
    action: z.string(),
    about: z.string(),
    device: z.string(),
  }),
);
export type TrailRow = z.output<typeof trailRow>;

const TRAIL_PAGE = 100;

/** A page of the trail, newest first. @param page - from 0 */
export async function trailPage(page: number): Promise<Paged<TrailRow>> {
  const em = await unitOfWork();
  const count = z.object({ n: z.coerce.number() });
  const [all] = await selected(em, count, "select count(*) as n from audit", []);
  const { offset, ...place } = placeOf(page, all?.n ?? 0, TRAIL_PAGE);
  const rows = await selected(em, trailRow, `${TRAIL} limit ${TRAIL_PAGE} offset ?`, [offset]);
  return { rows, ...place };
}

/** The whole trail, newest first. */
export const wholeTrail = async (): Promise<readonly TrailRow[]> =>
  selected(await unitOfWork(), trailRow, TRAIL, []);

const TRAIL = `select a.id, a.at, p.name, a.action, a.about, a.device
  from audit a left join person p on p.id = a.person_id order by a.id desc`;
