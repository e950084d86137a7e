import type { BringAnswer } from "./bring-fields";
import classes from "./bring-in.module.css";

type Outcome = BringAnswer["outcomes"][number];

/** Lines that are shown one by one; what is left out stands before what is in order. */
const SHOWN = 300;

const ORDER: readonly Outcome["does"][] = ["left-out", "changes", "new", "known"];
const WORDS: Readonly<Record<Outcome["does"], readonly [will: string, done: string]>> = {
  new: ["new", "brought in"],
  changes: ["added to what is there", "added to what is there"],
  known: ["there already", "there already"],
  "left-out": ["left out", "left out"],
};

/** What will happen line by line, or what has. */
export function Outcomes({ answer, done }: { answer: BringAnswer; done: boolean }) {
  const { outcomes } = answer;
  const sorted = [...outcomes].sort(
    (a, b) => ORDER.indexOf(a.does) - ORDER.indexOf(b.does) || a.line - b.line,
  );
  const counts = ORDER.flatMap((does) => {
    const n = outcomes.filter((o) => o.does === does).length;
    return n > 0 ? [`${n} ${WORDS[does][done ? 1 : 0]}`] : [];
  });
  return (
    <section aria-labelledby="outcome">
      <h2 id="outcome">{done ? "What was done" : "What will happen"}</h2>
      <p role="status">
        {outcomes.length === 1 ? "One line" : `${outcomes.length} lines`}: {counts.join(", ")}.
      </p>
      <div className={classes.scroll}>
        <table className={classes.lines}>
          <thead>
            <tr>
              <th scope="col">Line</th>
              <th scope="col">{done ? "Was" : "Will be"}</th>
              <th scope="col">What</th>
            </tr>
          </thead>
          <tbody>
            {sorted.slice(0, SHOWN).map((o) => (
              <tr key={o.line} data-does={o.does}>
                <td>{o.line}</td>
                <td>{WORDS[o.does][done ? 1 : 0]}</td>
                <td>{o.words}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {sorted.length > SHOWN ? <p>And {sorted.length - SHOWN} more lines.</p> : null}
    </section>
  );
}
