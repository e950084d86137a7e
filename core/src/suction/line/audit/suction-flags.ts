/** The audit of a suction line, flag by flag. Thresholds are the trade's usual ones; each row names its source. */
import { FITTINGS } from "../../../hydraulics/index.ts";
import { vortexSubmergence } from "../../submergence.ts";
import { boresOf, hasLength, type LineEdit, type LinePart, nextSize, sizeFrom } from "../part.ts";
import { highPoints, lowestGauge, straightBeforeFlange } from "./places.ts";
import type { Audited, FlagRow, Found } from "./row.ts";

/** Straight bores before the flange: at least, and better. */
const STRAIGHT_LEAST = 5;
const STRAIGHT_BETTER = 10;
/** Speeds in a suction line [m/s]: worth a note, and too fast. */
export const SPEED_NOTE = 1.5;
export const SPEED_ALARM = 2.4;
/** Free area of a strainer over that of its pipe. */
const FREE_AREA = 3;
/** A pipe that loses more than this by itself wants a larger bore [m]. */
const LONG_LOSS = 1;
/** A hose without a spiral bears about so much vacuum [m of water]. */
const SOFT_HOSE = -3;
/** From the mouth to the floor, in bores of the mouth: less starves it, and it draws in what lies there. */
const CLEARANCE = 0.5;

const HYDRAULIC_INSTITUTE = "ANSI/HI 9.6.6, usual practice";

const area = (bore: number): number => (Math.PI / 4) * bore ** 2;

/** A finding for each part that something holds for. */
const each = (
  { parts }: Audited,
  holds: (part: LinePart, index: number, bore: number | undefined) => Omit<Found, "at"> | undefined,
): Found[] => {
  const bores = boresOf(parts);
  return parts.flatMap((p, i) => {
    const found = holds(p, i, bores[i]);
    return found ? [{ at: [i], ...found }] : [];
  });
};

/** Parts of the same bore that lie next to each other, as one. */
function stretches(
  { parts }: Audited,
  which: (part: LinePart, index: number) => boolean,
): readonly { readonly at: readonly number[]; readonly bore: number }[] {
  const bores = boresOf(parts);
  const found: { at: number[]; bore: number }[] = [];
  for (const [i, p] of parts.entries()) {
    const bore = bores[i];
    if (bore === undefined || !which(p, i)) continue;
    const last = found.at(-1);
    if (last && last.bore === bore && last.at.at(-1) === i - 1) last.at.push(i);
    else found.push({ at: [i], bore });
  }
  return found;
}

const toBore = (at: readonly number[], bore: number): LineEdit[] =>
  at.map((set) => ({ set, to: { bore } }));

export const SUCTION_FLAGS: readonly FlagRow[] = [
  {
    id: "strainer-tight",
    name: "Strainer too tight",
    group: "metres",
    find: (a) =>
      each(a, (p, i, bore) => {
        if (p.kind !== "strainer" || !p.freeArea || !bore) return undefined;
        const share = p.freeArea / area(bore);
        if (share >= FREE_AREA) return undefined;
        return {
          figures: { share },
          edits: [{ set: i, to: { freeArea: FREE_AREA * area(bore) } }],
        };
      }),
    why: ({ figures }, say) =>
      `Its free area is ${say.number(figures?.["share"] ?? 0)} of the pipe's where ${FREE_AREA} are wanted: the first weed chokes it.`,
    change: () => `A basket of at least ${FREE_AREA} times the pipe's area.`,
    source: HYDRAULIC_INSTITUTE,
  },
  {
    id: "valve-part-shut",
    name: "Valve partly shut",
    group: "metres",
    find: (a) =>
      each(a, (p, i) =>
        p.kind === "valve" && p.opening !== undefined && p.opening < 0.98
          ? { figures: { opening: p.opening }, edits: [{ set: i, to: { opening: 1 } }] }
          : undefined,
      ),
    why: ({ figures }, say) =>
      `It stands ${say.number(100 * (figures?.["opening"] ?? 0))} % open. A suction valve isolates; it never throttles.`,
    change: () => "Open it fully and take the handle off.",
    source: HYDRAULIC_INSTITUTE,
  },
  {
    id: "globe-valve",
    name: "Globe or diaphragm valve on the suction",
    group: "metres",
    find: (a) =>
      each(a, (p, i) =>
        p.kind === "valve" && (p.valve === "globe" || p.valve === "diaphragm")
          ? { way: p.valve, edits: [{ set: i, to: { valve: "gate" } }] }
          : undefined,
      ),
    why: ({ way }) =>
      way === "globe"
        ? `It turns the stream twice: about ${FITTINGS["valve-globe"].k / FITTINGS["valve-gate"].k} times what a gate valve loses.`
        : "Its weir stands in the stream even when it is open.",
    change: () => "A gate, ball or butterfly valve of the same bore.",
    source: HYDRAULIC_INSTITUTE,
  },
  {
    id: "smaller-than-port",
    name: "Line smaller than the pump's port",
    group: "metres",
    find: (a) => {
      const port = a.pump.suctionPort;
      if (!port) return [];
      const bores = boresOf(a.parts);
      const at = a.parts.flatMap((_, i) => ((bores[i] ?? port) < 0.97 * port ? [i] : []));
      if (at.length === 0) return [];
      const bore = Math.min(...at.map((i) => bores[i] ?? port));
      return [{ at, figures: { bore, port }, edits: toBore(at, sizeFrom(port)) }];
    },
    why: ({ figures }, say) =>
      `${say.bore(figures?.["bore"] ?? 0)} of bore lead to a port of ${say.bore(figures?.["port"] ?? 0)}: the suction is never smaller than the port.`,
    change: ({ figures }, say) =>
      `${say.bore(sizeFrom(figures?.["port"] ?? 0))} or the next size above.`,
    source: HYDRAULIC_INSTITUTE,
  },
  {
    id: "too-fast",
    name: "Water too fast",
    group: "metres",
    find: (a) => {
      const speed = (i: number) => a.line.velocities[i] ?? 0;
      const bores = boresOf(a.parts);
      const fast = a.parts.flatMap((p, i) =>
        hasLength(p) && speed(i) > SPEED_NOTE && bores[i] ? [{ i, bore: bores[i] }] : [],
      );
      return [...new Set(fast.map((f) => f.bore))].map((bore) => {
        const at = fast.filter((f) => f.bore === bore).map((f) => f.i);
        const most = Math.max(...at.map(speed));
        const wider = sizeFrom(bore * Math.sqrt(most / SPEED_NOTE));
        // What stands in that pipe is as narrow as it is.
        const all = a.parts.flatMap((_, i) => (bores[i] === bore ? [i] : []));
        return {
          ...{ at, way: most > SPEED_ALARM ? "alarm" : "note" },
          figures: { speed: most, wider },
          edits: toBore(all, wider),
        };
      });
    },
    why: ({ figures, way }, say) =>
      `${say.speed(figures?.["speed"] ?? 0)}; ${way === "alarm" ? `over ${say.speed(SPEED_ALARM)} it draws air in at every joint and swirls into the wheel` : `over ${say.speed(SPEED_NOTE)} the loss grows quickly`}.`,
    change: ({ figures }, say) => `${say.bore(figures?.["wider"] ?? 0)} of bore.`,
    source: "usual practice: 1.5 m/s (5 ft/s) a note, 2.4 m/s (8 ft/s) an alarm",
  },
  {
    id: "long-run",
    name: "Long run for its bore",
    group: "metres",
    find: (a) =>
      stretches(a, hasLength).flatMap(({ at, bore }) => {
        const loss = at.reduce((sum, i) => sum + (a.line.losses[i] ?? 0), 0);
        const fast = Math.max(...at.map((i) => a.line.velocities[i] ?? 0));
        // Where it is too fast as well, that flag says it already.
        if (loss <= LONG_LOSS || fast > SPEED_NOTE) return [];
        return [
          { at, figures: { loss, wider: nextSize(bore) }, edits: toBore(at, nextSize(bore)) },
        ];
      }),
    why: ({ figures }, say) =>
      `The pipe alone takes ${say.metres(figures?.["loss"] ?? 0)}: its length, not its speed, makes it so.`,
    change: ({ figures }, say) => `The next bore, ${say.bore(figures?.["wider"] ?? 0)}.`,
    source: "Darcy–Weisbach on this line",
  },
  {
    id: "branch",
    name: "Branch on the suction",
    group: "harm",
    find: (a) =>
      each(a, (p) => (p.kind === "branch" || p.kind === "tee" ? { way: p.kind } : undefined)),
    why: () =>
      "Whatever else draws there takes this pump's water, or lets air in: each pump wants a suction of its own.",
    change: () => "A suction of its own; until then the other branch shut and blanked.",
    source: HYDRAULIC_INSTITUTE,
  },
  {
    id: "straight-run",
    name: "Too little straight pipe before the flange",
    group: "harm",
    find: (a) => {
      const { length, disturbs } = straightBeforeFlange(a.parts);
      const last = a.parts.length - 1;
      const bore = boresOf(a.parts)[last];
      if (disturbs === undefined || !bore) return [];
      const bores = length / bore;
      // A reducer of the right shape may stand at the flange: what comes before it counts.
      const reducer = a.parts[disturbs]?.kind === "reducer";
      const before = reducer ? straightBeforeFlange(a.parts.slice(0, disturbs)).length / bore : 0;
      const straight = bores + before;
      if (straight >= STRAIGHT_BETTER) return [];
      const bend = a.parts[disturbs]?.kind === "bend";
      const way =
        straight >= STRAIGHT_LEAST
          ? "better"
          : bend && a.pump.doubleSuction && straight < 2
            ? "double"
            : "short";
      const missing = (STRAIGHT_LEAST - straight) * bore;
      return [{ at: [disturbs], way, figures: { straight, missing } }];
    },
    why: ({ figures, way }, say) => {
      const has = `${say.number(figures?.["straight"] ?? 0)} bores of straight pipe`;
      if (way === "better") return `${has}: enough, ${STRAIGHT_BETTER} are better.`;
      if (way === "double")
        return `${has} after a bend across a wheel that draws from two sides: one side gets more than the other, and the thrust wears its bearing.`;
      return `${has} where at least ${STRAIGHT_LEAST} are wanted: the wheel fills unevenly and rumbles.`;
    },
    change: ({ figures, way }, say) =>
      way === "better"
        ? "Nothing, unless it rumbles."
        : `Move what disturbs it back by ${say.metres(figures?.["missing"] ?? 0)}.`,
    source: HYDRAULIC_INSTITUTE,
  },
  {
    id: "reducer-shape",
    name: "Reducer that holds air",
    group: "harm",
    find: (a) =>
      each(a, (p, i) => {
        if (p.kind !== "reducer" || !p.shape || p.shape === "eccentric-flat-top") return undefined;
        // Where the line comes down to the pump air goes back up by itself.
        const laid = a.line.parts[i];
        if (laid && laid.from - laid.to > 0.1) return undefined;
        return { way: p.shape, edits: [{ set: i, to: { shape: "eccentric-flat-top" } }] };
      }),
    why: ({ way }) =>
      way === "concentric"
        ? "A concentric reducer has a pocket at its top: air gathers there and goes through in slugs."
        : "Its flat side is down: the slope at the top holds air, which goes through in slugs.",
    change: ({ way }) =>
      way === "concentric" ? "An eccentric reducer, flat side up." : "Turn it, flat side up.",
    source: HYDRAULIC_INSTITUTE,
  },
  {
    id: "high-point",
    name: "High point that holds air",
    group: "harm",
    find: (a) =>
      highPoints(a.line.parts).map((p) => {
        const next = a.line.parts[p.index + 1];
        const higher = p.to - Math.min(...a.line.parts.slice(p.index + 1).map((x) => x.to));
        const siphon = p.to > a.drawn.level && (a.line.parts.at(-1)?.to ?? 0) < a.drawn.level;
        return {
          at: next ? [p.index, next.index] : [p.index],
          way: siphon ? "siphon" : p.to > a.drawn.level ? "above-water" : "below-water",
          figures: { higher },
          edits: [{ set: p.index, to: { height: next?.to ?? p.to } }],
        };
      }),
    why: ({ figures, way }, say) => {
      const by = `It lies ${say.metres(figures?.["higher"] ?? 0)} above what follows`;
      if (way === "siphon")
        return `${by}, over the water it draws from, and the pump stands below that water: where it breaks, the tank empties itself.`;
      return way === "above-water"
        ? `${by}: air that comes out of the water gathers there and never leaves; the pipe is never quite full.`
        : `${by}: air gathers there after each standstill.`;
    },
    change: ({ way }) =>
      way === "siphon"
        ? "A hole or valve that breaks the siphon, and a line that rises to the pump all the way."
        : "A line that rises to the pump all the way, or a vent that is opened at each start.",
    source: HYDRAULIC_INSTITUTE,
  },
  {
    id: "not-filled-from-port",
    name: "Cannot be filled from the pump's port",
    group: "harm",
    find: (a) => {
      if (!a.pump.primedThroughPort || a.drawn.level >= 0) return [];
      const high = a.line.parts.filter((p) => Math.max(p.from, p.to) > 0.05);
      return high.length > 0
        ? [
            {
              at: high.map((p) => p.index),
              figures: { higher: Math.max(...high.flatMap((p) => [p.from, p.to])) },
            },
          ]
        : [];
    },
    why: ({ figures }, say) =>
      `The line stands ${say.metres(figures?.["higher"] ?? 0)} above the pump: water poured into the port never reaches it, and its air stays.`,
    change: () => "The pump as the highest point of its line, or a filling tee at the highest.",
    source: "makers' priming instructions, common to them",
  },
  {
    id: "check-at-pump",
    name: "Check valve at the pump in place of a foot valve",
    group: "harm",
    find: (a) => {
      if (a.drawn.level >= 0 || a.parts.some((p) => p.kind === "foot-valve")) return [];
      return each(a, (p, i, bore) =>
        p.kind === "check-valve"
          ? {
              edits: [
                { remove: i },
                { insertAt: 0, part: { kind: "foot-valve", ...(bore ? { bore } : {}) } },
              ],
            }
          : undefined,
      );
    },
    why: () =>
      "It keeps what is above it full, and lets the pipe below it drain: each start draws that air first.",
    change: () => "A foot valve at the source, or a check valve right above the water.",
    source: "makers' priming instructions, common to them",
  },
  {
    id: "no-foot-valve",
    name: "Nothing keeps the line full",
    group: "harm",
    find: (a) => {
      if (a.drawn.level >= 0 || a.pump.selfPriming || a.pump.closedLoop) return [];
      if (a.parts.some((p) => p.kind === "foot-valve" || p.kind === "check-valve")) return [];
      const [first] = boresOf(a.parts);
      const part: LinePart = { kind: "foot-valve", ...(first ? { bore: first } : {}) };
      // The foot valve stands in the place of a plain mouth.
      const mouth = a.parts[0]?.kind === "inlet" || a.parts[0]?.kind === "bell";
      const edits: LineEdit[] = mouth
        ? [{ set: 0, to: { kind: "foot-valve" } }]
        : [{ insertAt: 0, part }];
      return [{ at: [0], edits }];
    },
    why: () =>
      "The pump stands above its water and cannot raise it by itself: at each stop the line drains.",
    change: () => "A foot valve at the source, a self-priming pump, or a priming circuit.",
    source: "makers' priming instructions, common to them",
  },
  {
    id: "mouth-too-low",
    name: "Mouth too near the floor",
    group: "harm",
    find: (a) =>
      each(a, (p, _, bore) =>
        p.bottomClearance !== undefined && bore && p.bottomClearance < CLEARANCE * bore
          ? { figures: { clearance: p.bottomClearance, wanted: CLEARANCE * bore } }
          : undefined,
      ),
    why: ({ figures }, say) =>
      `${say.metres(figures?.["clearance"] ?? 0)} above the floor where half its bore, ${say.metres(figures?.["wanted"] ?? 0)}, is the least: it starves, and draws in what lies there.`,
    change: ({ figures }, say) => `Raise it to ${say.metres(figures?.["wanted"] ?? 0)} at least.`,
    source: "ANSI/HI 9.8",
  },
  {
    id: "vortex",
    name: "Mouth too little under the water",
    group: "harm",
    find: (a) =>
      each(a, (p, i, bore) => {
        const mouth = p.kind === "inlet" || p.kind === "bell" || p.kind === "foot-valve";
        const under =
          p.submergence ?? (p.height === undefined ? undefined : a.drawn.level - p.height);
        if (!mouth || under === undefined || !bore) return undefined;
        const { needed } = vortexSubmergence(a.drawn.flow, bore);
        return under < needed
          ? { figures: { under, needed }, way: under < 0 ? "dry" : "vortex" }
          : undefined;
      }),
    why: ({ figures, way }, say) =>
      way === "dry"
        ? `It hangs ${say.metres(-(figures?.["under"] ?? 0))} above the water: it draws air alone.`
        : `${say.metres(figures?.["under"] ?? 0)} of water over it where ${say.metres(figures?.["needed"] ?? 0)} keep a vortex away: air is drawn down.`,
    change: () => "Deeper, a wider bell, or a raft or plate over it.",
    source: "ANSI/HI 9.8: S = D (1 + 2.3 Fr)",
  },
  {
    id: "hose-collapse",
    name: "Hose that may collapse",
    group: "harm",
    find: (a) =>
      each(a, (p, i) => {
        if (p.kind !== "hose" || /spiral|wire|reinforced|rigid/i.test(p.material ?? ""))
          return undefined;
        const vacuum = lowestGauge(a, i);
        return vacuum < SOFT_HOSE ? { figures: { vacuum: -vacuum } } : undefined;
      }),
    why: ({ figures }, say) =>
      `${say.metres(figures?.["vacuum"] ?? 0)} under the atmosphere inside, and nobody says that it has a spiral: its liner folds in, and it looks sound from outside.`,
    change: () => "A hose with a spiral, rated for suction.",
    source: "usual practice: soft hose bears about 3 m of vacuum",
  },
  {
    id: "mixed-metals",
    name: "Zinc or bare steel on copper alloy",
    group: "harm",
    find: (a) => {
      const steel = (m: string | undefined) =>
        /galvan|zinc|\bsteel/i.test(m ?? "") && !/stainless/i.test(m ?? "");
      const copper = (m: string | undefined) => /copper|brass|bronze/i.test(m ?? "");
      const last = a.parts.length - 1;
      return each(a, (p, i) => {
        const next = i === last ? a.pump.wheelMaterial : a.parts[i + 1]?.material;
        const [here, there] = [p.material, next];
        return (steel(here) && copper(there)) || (copper(here) && steel(there)) ? {} : undefined;
      });
    },
    why: () =>
      "The steel gives way next to the copper alloy, fastest in warm or salty water; pinholes draw air.",
    change: () => "An insulating joint, or one metal throughout.",
    source: "galvanic series",
  },
];
