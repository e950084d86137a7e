/** How the diagnosis does on made-up plants that it was not made from, by cause and by how large the fault is. */
import { readCase } from "../src/case/index.ts";
import { causeRow, diagnose } from "../src/diagnosis/index.ts";
import { visitOf } from "../testing/yard/index.ts";

const [count = 2000, first = 1] = process.argv.slice(2).map(Number);

interface Judged {
  readonly id: string;
  readonly cause: string;
  readonly size: number | null;
  /** Chance of the true cause, and with those that look like it from outside. */
  readonly true: number;
  readonly alike: number;
  readonly leader: string;
  readonly said: number;
  /** The leader is the true cause, or looks like it from outside. */
  readonly right: boolean;
  readonly rightAlike: boolean;
  readonly amongThree: boolean;
  readonly stopped: boolean;
}

function judged(seed: number): Judged {
  const visit = visitOf(seed);
  const read = readCase(visit.file);
  if (!read.ok) throw new Error(`${seed}: ${JSON.stringify(read.error)}`);
  const { causes, stop } = diagnose(read.value);
  const alike = new Set<string>([visit.cause, ...(causeRow(visit.cause).inseparable ?? [])]);
  const chance = (ids: ReadonlySet<string>) =>
    causes.reduce((s, c) => (ids.has(c.id) ? s + c.probability : s), 0);
  const [leader] = causes;
  return {
    id: String(visit.file["id"]),
    cause: visit.cause,
    size: visit.size,
    true: chance(new Set([visit.cause])),
    alike: chance(alike),
    leader: leader?.id ?? "",
    said: leader?.probability ?? 0,
    right: leader?.id === visit.cause,
    rightAlike: alike.has(leader?.id ?? ""),
    amongThree: causes.slice(0, 3).some((c) => c.id === visit.cause),
    stopped: stop !== null,
  };
}

const all = Array.from({ length: count }, (_, i) => judged(first + i));
const mean = (list: readonly Judged[], f: (j: Judged) => number): number =>
  list.reduce((s, j) => s + f(j), 0) / Math.max(1, list.length);
/** No answer costs more than this [nats]: a hundred-thousandth and nothing are the same mistake. */
const DEAREST = 1e-6;
const loss = (p: number): number => -Math.log(Math.max(p, DEAREST));

const figuresOf = (list: readonly Judged[]) => ({
  visits: list.length,
  first: mean(list, (j) => Number(j.right)),
  firstAlike: mean(list, (j) => Number(j.rightAlike)),
  amongThree: mean(list, (j) => Number(j.amongThree)),
  loss: mean(list, (j) => loss(j.true)),
  lossAlike: mean(list, (j) => loss(j.alike)),
  missed: mean(list, (j) => Number(j.alike < 0.001)),
});

const causes = [...new Set(all.map((j) => j.cause))].sort();
process.stdout.write(
  JSON.stringify({
    all: figuresOf(all),
    sure: [0.9, 0.95, 0.99, 0.999].map((above) => {
      const sure = all.filter((j) => j.said > above);
      return {
        above,
        answers: sure.length,
        wrong: sure.filter((j) => !j.right).length,
        wrongAlike: sure.filter((j) => !j.rightAlike).length,
      };
    }),
    byCause: causes.map((cause) => {
      const of = all.filter((j) => j.cause === cause);
      const sizes = of.map((j) => j.size ?? 0).sort((a, b) => a - b);
      const middle = sizes[Math.floor(sizes.length / 2)] ?? 0;
      const sized = of.some((j) => j.size !== null);
      return {
        cause,
        ...figuresOf(of),
        ...(sized
          ? {
              small: figuresOf(of.filter((j) => (j.size ?? 0) < middle)).firstAlike,
              large: figuresOf(of.filter((j) => (j.size ?? 0) >= middle)).firstAlike,
              middle,
            }
          : {}),
      };
    }),
    certainAndWrong: all.filter((j) => j.said > 0.95 && !j.rightAlike),
    stoppedAndWrong: all.filter((j) => j.stopped && !j.rightAlike).length,
    stopped: all.filter((j) => j.stopped).length,
  }),
);
