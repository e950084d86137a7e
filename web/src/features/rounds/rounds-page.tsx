"use client";

import { Button, NativeSelect, NumberInput } from "@mantine/core";
import { type ReactNode, useState, useTransition } from "react";
import { formatNumber } from "@yard-tack/core/quantity";
import { PageHead } from "@/shell/page-head";
import { SortableList } from "@/shell/sortable-list";
import { day } from "@/shell/times";
import { RoundButton } from "./round-button";
import type { RoundsForm } from "./round-fields";
import { saveRounds } from "./save-rounds";
import type { RoundPump, RoundsDto } from "./server";
import classes from "./rounds.module.css";

type Plan = RoundsForm["plans"][number];

const planOf = ({ id, days, hours, twin }: RoundPump): Plan => ({ pump: id, days, hours, twin });

/** How a place is walked: its pumps in order, how often, and which two are read beside each other. */
export function RoundsPage({ dto, forOwner }: { dto: RoundsDto; forOwner: ReactNode }) {
  const before = dto.pumps.map(planOf);
  const [plans, setPlans] = useState<readonly Plan[]>(before);
  const [pending, start] = useTransition();
  const [said, setSaid] = useState<{ readonly ok: boolean; readonly text: string } | null>(null);
  const known = new Map(dto.pumps.map((p) => [p.id, p]));
  const change = (next: readonly Plan[]) => {
    setPlans(next);
    setSaid(null);
  };
  const set = (pump: string, what: Partial<Plan>) =>
    change(plans.map((p) => (p.pump === pump ? { ...p, ...what } : p)));
  /** Twins are each other's: whoever had one of the two before has none. */
  const pair = (pump: string, twin: string | null) =>
    change(
      plans.map((p) => {
        if (p.pump === pump) return { ...p, twin };
        if (p.pump === twin) return { ...p, twin: pump };
        return p.twin === pump || (twin !== null && p.twin === twin) ? { ...p, twin: null } : p;
      }),
    );
  const move = (from: number, to: number) => {
    const list = [...plans];
    list.splice(to, 0, ...list.splice(from, 1));
    change(list);
  };
  const save = () =>
    start(async () => {
      const problem = await saveRounds({ site: dto.site, plans: [...plans], before }).catch(
        () => "The server did not answer. What you set is kept here; save again.",
      );
      setSaid(problem === null ? { ok: true, text: "Saved." } : { ok: false, text: problem });
    });
  const items = plans.map((p) => ({ ...p, id: p.pump, name: known.get(p.pump)?.tag ?? "" }));
  return (
    <main>
      <PageHead
        title="Rounds"
        about={`${dto.name}: ${dto.pumps.length} ${dto.pumps.length === 1 ? "pump" : "pumps"}, in the order in which they are walked`}
      >
        <RoundButton site={dto.site} name={dto.name} />
      </PageHead>
      {items.length === 0 ? (
        <p className={classes.empty}>No pump stands here yet.</p>
      ) : (
        <div className={classes.page}>
          <SortableList
            id="walk"
            items={items}
            onMove={move}
            row={(item, index) => {
              const pump = known.get(item.pump);
              return pump ? (
                <div className={classes.pump} data-pump={pump.tag}>
                  <div className={classes.name}>
                    <b>
                      {index + 1}. {pump.tag}
                    </b>
                    <span>{pump.purpose}</span>
                    <small>{whenWords(pump, dto.zone)}</small>
                  </div>
                  <NumberInput
                    label="Every, days"
                    min={1}
                    max={3660}
                    allowDecimal={false}
                    value={item.days}
                    onChange={(v) => set(item.pump, { days: Number(v) })}
                  />
                  <NumberInput
                    label="Or every, hours run"
                    min={1}
                    max={1_000_000}
                    allowDecimal={false}
                    placeholder="no counter"
                    value={item.hours ?? ""}
                    onChange={(v) => set(item.pump, { hours: v === "" ? null : Number(v) })}
                  />
                  <NativeSelect
                    label="Its twin"
                    value={item.twin ?? ""}
                    onChange={(e) => pair(item.pump, e.currentTarget.value || null)}
                    data={[
                      { value: "", label: "none" },
                      ...plans
                        .filter((p) => p.pump !== item.pump)
                        .map((p) => ({ value: p.pump, label: known.get(p.pump)?.tag ?? "" })),
                    ]}
                  />
                </div>
              ) : null;
            }}
          />
          <p className={classes.hint}>
            A round falls due after the days, or when the counter has gone on by the hours,
            whichever comes first. Twins are walked one after the other and compared strip by strip.
          </p>
          <div className={classes.end}>
            <Button onClick={save} loading={pending}>
              Save
            </Button>
            {said ? (
              <p role={said.ok ? "status" : "alert"} data-ok={said.ok || undefined}>
                {said.text}
              </p>
            ) : null}
          </div>
          {forOwner}
        </div>
      )}
    </main>
  );
}

/** When it was gone to, when it is next, and by what. */
function whenWords({ lastAt, dueAt, dueHours, overdue, counter }: RoundPump, zone: string): string {
  const shown = (hours: number) => `${Math.round(hours)} h`;
  const last = lastAt ? `Last round ${day(lastAt, zone)}` : "No round yet";
  const due = dueAt ? `, ${overdue ? "due since" : "next"} ${day(dueAt, zone)}` : "";
  const by = dueAt && dueHours !== null ? `, or at ${shown(dueHours)}` : "";
  const runs = counter?.perDay ? `, about ${formatNumber(counter.perDay, 2)} h a day` : "";
  return `${last}${due}${by}.${counter ? ` Counter ${shown(counter.hours)}${runs}.` : ""}`;
}
