import type { FireView } from "@yard-tack/core/board";
import classes from "./board.module.css";

/** The three points of a fire-water pump, what is asked at each and what was measured. */
export function FireTable({ view }: { view: FireView }) {
  return (
    <section aria-label="Three-point test" className={classes.fire} data-testid="fire-test">
      <table>
        <thead>
          <tr>
            <th scope="col">point</th>
            <th scope="col">asked</th>
            <th scope="col">measured</th>
            <th scope="col">of its sheet</th>
            <th scope="col">so</th>
          </tr>
        </thead>
        <tbody>
          {view.rows.map((r) => (
            <tr key={r.name}>
              <th scope="row">{r.name}</th>
              <td>{r.asked}</td>
              <td>{r.measured}</td>
              <td>{r.ofSheet}</td>
              <td data-verdict={r.verdict}>{r.so}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p>{view.sentence}</p>
    </section>
  );
}
