/**
 * `npm run bench:diagnosis [-- VISITS [FIRST SEED]]`: the diagnosis on made-up plants that it was not made from, by
 * cause and size, and every answer that is certain and wrong.
 */
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { inCore } from "./core.mjs";

const root = join(dirname(fileURLToPath(import.meta.url)), "../..");
const percent = (share) => `${(100 * share).toFixed(1)} %`.padStart(8);
const say = (line) => process.stdout.write(`${line}\n`);

const found = inCore(root, "yard", process.argv.slice(2));
const { all } = found;
say(`${all.visits} visits`);
say(
  `  right cause first ${percent(all.first)}, or one that looks like it ${percent(all.firstAlike)}`,
);
say(`  among the first three ${percent(all.amongThree)}`);
say(
  `  log loss ${all.loss.toFixed(3)} nats, with those that look alike ${all.lossAlike.toFixed(3)}`,
);
say(`  the true cause and those like it below 0.001 ${percent(all.missed)}`);
say(`  stopped ${found.stopped}, of these wrong ${found.stoppedAndWrong}`);
say("\nanswers above, how many, wrong, wrong and not alike");
for (const s of found.sure) {
  say(
    `  ${String(s.above).padEnd(6)} ${String(s.answers).padStart(5)} ${String(s.wrong).padStart(4)} ${String(s.wrongAlike).padStart(4)}`,
  );
}
say(
  "\ncause                      visits    first     like it  smaller half  larger half  from size  loss",
);
for (const c of found.byCause) {
  const sizes =
    c.middle === undefined
      ? "".padEnd(35)
      : `${percent(c.small)}      ${percent(c.large)}   ${c.middle.toPrecision(2).padStart(8)}  `;
  say(
    `${c.cause.padEnd(26)} ${String(c.visits).padStart(6)} ${percent(c.first)}   ${percent(c.firstAlike)}  ${sizes} ${c.loss.toFixed(2)}`,
  );
}
say("\ncertain and wrong (above 0.95, not alike)");
for (const j of found.certainAndWrong) {
  say(
    `  ${j.id}: ${j.cause}${j.size === null ? "" : ` of ${j.size.toPrecision(2)}`}, said ${j.leader} ${j.said.toFixed(3)}`,
  );
}
