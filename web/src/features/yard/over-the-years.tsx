import type { Trend, YearLine } from "@yard-tack/core/record";
import { HeadLine, TrendLine } from "./trend-line";
import classes from "./yard.module.css";

const BASES = { fingerprint: "fingerprint", "first-visit": "its first visit" } as const;

/** What drifts: head at equal flow drawn large, the others small beside their words. */
export function OverTheYears({
  trend,
  years,
  behind,
  zone,
}: {
  trend: Trend | null;
  years: readonly YearLine[];
  /** What the visits together say of line, leak, pump and NPSH, in sentences. */
  behind: readonly string[];
  zone: string;
}) {
  const head = years.find((y) => y.id === "head");
  const others = years.filter((y) => y.id !== "head");
  return (
    <>
      {trend && trend.points.length > 1 ? (
        <section aria-label="Head over the years">
          <h2>Head at equal flow, percent of {BASES[trend.base]}</h2>
          <HeadLine trend={trend} zone={zone} />
          {head ? <p className={classes.drift}>{head.say.join(" ")}</p> : null}
        </section>
      ) : null}
      {others.map((y) => (
        <section key={y.id} className={classes.yearLine} aria-label={`${y.name} over the years`}>
          <TrendLine
            points={y.points}
            bad={y.bad}
            levels={[{ change: y.watchAt, name: "watch", act: false }]}
            words={`${y.name} over ${y.points.length} visits: ${y.say[0] ?? ""}`}
            small
          />
          <div>
            <h3>{y.name}</h3>
            <p className={classes.drift}>{y.say.join(" ")}</p>
          </div>
        </section>
      ))}
      {behind.map((says) => (
        <p key={says} className={classes.behind}>
          {says}
        </p>
      ))}
    </>
  );
}
