/** `DATABASE_URL=… tsx prepare.ts`: {@link bringUp} as a command, for `npm start` and the tests. */
import { bringUp, type DemoWanted } from "./bring-up";
import { prepareFault } from "./prepare-fault";

const url = process.env["DATABASE_URL"] ?? "";
const say = (text: string) => process.stderr.write(`${text}\n`);
/** What YARD_DEMO says. */
const DEMO: Readonly<Record<string, DemoWanted>> = { "1": "asked", auto: "when-empty" };
try {
  const done = await bringUp(url, {
    demo: DEMO[process.env["YARD_DEMO"] ?? ""] ?? "never",
    real: process.env["YARD_REAL"] === "1",
    app: process.env["YARD_APP_URL"] ?? "",
  });
  if (done.migrations > 0)
    say(
      `Database: brought up to date, ${done.migrations} ${done.migrations === 1 ? "step" : "steps"}.`,
    );
  if (done.demo) say("Database: demo loaded.");
  else if (process.env["YARD_DEMO"] === "1" && !done.isDemo)
    say("Database: it holds a yard already; the demo was not put into it.");
  if (done.visits + done.forecasts > 0)
    say(`Database: ${done.visits} visits and ${done.forecasts} calls worked out.`);
  if (done.welcome)
    say(
      `No administrator yet. Whoever opens this becomes it, once, within two days:\n  ${process.env["YARD_ADDRESS"] ?? ""}/welcome/${done.welcome}`,
    );
} catch (error) {
  const fault = prepareFault(error, url);
  say(fault ? `yard-tack: ${fault}` : String(error instanceof Error ? error.stack : error));
  process.exitCode = 1;
}
