/** How far a gauge is to be trusted, by what it showed at rest over the visits. */
import { formatNumber, formatSi, parseQuantity, t95, type UnitSystem } from "../quantity/index.ts";
import { type Instrument, zeroPlay } from "../visit/index.ts";

/** One look at its zero. */
export interface ZeroLook {
  /** ISO 8601. */
  readonly at: string;
  /** What it showed at rest, as written. */
  readonly shown: string;
}

export interface GaugeTrust {
  /** Looks that were understood, and those that stood further off than the class bears. */
  readonly looks: number;
  readonly off: number;
  /** It moves by so much a year, with its 95 % half width [Pa]; undefined where it does not, or nobody can tell. */
  readonly moves: { readonly perYear: number; readonly band95: number } | undefined;
  /** In sentences. */
  readonly say: readonly string[];
}

const YEAR_MS = 365.25 * 86_400_000;
/** Fewer looks tell no way. */
const ENOUGH = 3;

/** What the zeros of a pressure gauge tell of it, oldest first. */
export function gaugeTrust(
  looks: readonly ZeroLook[],
  gauge: Pick<Instrument, "range" | "percent">,
  units: UnitSystem,
): GaugeTrust {
  const play = zeroPlay(gauge);
  const read = looks
    .flatMap(({ at, shown }) => {
      const off = parseQuantity(shown, "pressure");
      return off.ok ? [{ x: Date.parse(at) / YEAR_MS, si: off.value.si }] : [];
    })
    .toSorted((a, b) => a.x - b.x);
  const off = read.filter((r) => Math.abs(r.si) > play).length;
  const moves = wayOf(read, play);
  return { looks: read.length, off, moves, say: words(read, off, moves, units) };
}

type Read = readonly { readonly x: number; readonly si: number }[];

/** Straight line through the zeros: a way only where it is beyond their scatter, and adds up to something. */
function wayOf(read: Read, play: number): GaugeTrust["moves"] {
  if (read.length < ENOUGH) return undefined;
  const mean = (of: (r: Read[number]) => number) =>
    read.reduce((sum, r) => sum + of(r), 0) / read.length;
  const [x, y] = [mean((r) => r.x), mean((r) => r.si)];
  const xx = read.reduce((sum, r) => sum + (r.x - x) ** 2, 0);
  if (!(xx > 0)) return undefined;
  const slope = read.reduce((sum, r) => sum + (r.x - x) * (r.si - y), 0) / xx;
  const rest = read.reduce((sum, r) => sum + (r.si - y - slope * (r.x - x)) ** 2, 0);
  const free = read.length - 2;
  // A needle is read to about a tenth of what its class bears: no line is surer than that.
  const scatter = Math.max(play / 10, Math.sqrt(rest / free));
  const band95 = (t95(free) * scatter) / Math.sqrt(xx);
  const whole = Math.abs(slope) * ((read.at(-1)?.x ?? 0) - (read[0]?.x ?? 0));
  return Math.abs(slope) > band95 && whole > play / 2 ? { perYear: slope, band95 } : undefined;
}

function words(
  read: Read,
  off: number,
  moves: GaugeTrust["moves"],
  units: UnitSystem,
): readonly string[] {
  const last = read.at(-1);
  if (!last)
    return [
      "Nobody has looked at its zero yet: shut its cock, let it off, and look where it stands.",
    ];
  const pressure = (si: number) => formatSi(si, "pressure", units);
  const times = read.length === 1 ? "once" : `${formatNumber(read.length, 3)} times`;
  return [
    off === 0
      ? `Its zero was looked at ${times}, and stood within its class${read.length > 1 ? " each time" : ""}.`
      : `Its zero was looked at ${times}, and stood further off than its class bears ${off === read.length ? "every time" : off === 1 ? "once" : `${off} times`}; the last time it showed ${pressure(last.si)} at rest.`,
    ...(moves
      ? [
          `It moves by ${pressure(Math.abs(moves.perYear))} ± ${pressure(moves.band95)} a year, ${moves.perYear > 0 ? "upwards" : "downwards"}: have it looked at before it misleads somebody.`,
        ]
      : []),
  ];
}
