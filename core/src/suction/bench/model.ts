/**
 * Water and air in a small graph of vessels and pipes, moved on in short steps. SI throughout; pressures are absolute.
 *
 * Each cell stands upright between two heights and holds water below and air above. Between two cells lies a link at one
 * height: what stands at it on the side of the higher pressure goes through, in proportion to the difference. Where a link
 * has water above air on its two sides and is wide, they change places: water runs down where air can follow. Air is an
 * ideal gas of one temperature. Friction is linear, walls give a little, and nothing boils: see docs/suction.md.
 */
import { GRAVITY } from "../../quantity/index.ts";

export const ATMOSPHERE = 101_325;
const WATER = 1000 * GRAVITY;
/** The part of a cell by which its walls give, so that water that fills it has a pressure. */
const GIVES = 0.01;
/** A link passes so much of what would even two cells out in one step: more, and they swing. */
const AT_ONCE = 0.25;
/** The fill from which a wheel has water all round it, and the one from which it begins to have. */
const WHEEL_FULL = 0.96;
export const WHEEL_WET = 0.93;

export interface CellForm {
  readonly id: string;
  readonly name: string;
  /** Of its bottom and its top over the shaft [m]. */
  readonly low: number;
  readonly high: number;
  /** [m³] */
  readonly volume: number;
  /** Share of it that is water at first. */
  readonly fill: number;
  /** Its top is open to the air. */
  readonly open?: boolean;
  /** Pressure of its air at first, where it is not the atmosphere's [Pa]. */
  readonly pressure?: number;
  /** It is the pump's casing. */
  readonly casing?: boolean;
}

/** Outside: the open air, at every height. */
export const OUTSIDE = "outside";

export interface LinkForm {
  readonly id: string;
  readonly name: string;
  readonly from: string;
  readonly to: string;
  /** [m] */
  readonly at: number;
  /** Water through it for a difference of 1 kPa [L/s]. */
  readonly passes: number;
  /** Water may run down while air goes up. */
  readonly wide?: boolean;
  /** Only from `from` to `to`. */
  readonly oneWay?: boolean;
  /** What opens it; always open without. Several: all of them. */
  readonly opened?: readonly string[];
  /** A wheel in it gives so much pressure when it runs full of water [Pa], from the cell `from`. */
  readonly wheel?: { readonly control: string; readonly pressure: number };
  /** Water through another link [L/s] drags along what stands here, with so much pressure at that flow [Pa]. */
  readonly driven?: { readonly by: string; readonly flow: number; readonly pressure: number };
  /** Something that draws off whatever stands there, air or water [L/s], down to so much absolute pressure [Pa]. */
  readonly draws?: { readonly control: string; readonly rate: number; readonly deepest: number };
  /** Somebody pours water in through it, or a pump that needs no priming raises it, while there is room [L/s]. */
  readonly pours?: {
    readonly control: string;
    readonly rate: number;
    /** Against so much pressure over the atmosphere, at most [Pa]. */
    readonly most: number;
  };
  /** It shuts by itself once the cell `from` is so full: a float. */
  readonly floats?: number;
  /** Pressure over the atmosphere that it does not stand while it is open [Pa]. */
  readonly bears?: number;
}

export interface BenchForm {
  readonly cells: readonly CellForm[];
  readonly links: readonly LinkForm[];
}

export type Controls = Readonly<Record<string, boolean>>;

export interface CellNow {
  /** [m³] */
  readonly water: number;
  /** Pressure times volume of its air [J]: what is kept of it, at one temperature. */
  readonly air: number;
}

interface LinkNow {
  /** From `from` to `to` in the last step, on average [m³/s]: water, and air at the pressure it had. */
  readonly water: number;
  readonly air: number;
}

export interface BenchState {
  readonly time: number;
  readonly cells: Readonly<Record<string, CellNow>>;
  readonly links: Readonly<Record<string, LinkNow>>;
  /** What has gone out and come in at the open ends [m³], [J]: with it nothing is lost. */
  readonly outside: CellNow;
}

/** As it stands before anything is touched. */
export const startState = ({ cells, links }: BenchForm): BenchState => ({
  time: 0,
  cells: Object.fromEntries(
    cells.map((c) => {
      const water = c.fill * c.volume;
      return [c.id, { water, air: (c.pressure ?? ATMOSPHERE) * gasRoom(c, water) }];
    }),
  ),
  links: Object.fromEntries(links.map((l) => [l.id, { water: 0, air: 0 }])),
  outside: { water: 0, air: 0 },
});

/** Room of its air, with what its walls give [m³]. */
const gasRoom = (c: CellForm, water: number): number =>
  Math.max(c.volume - water, 0) + GIVES * c.volume;

/** Pressure of a cell's air [Pa]. An open one has the atmosphere's. */
export function airPressure(c: CellForm, now: CellNow): number {
  if (c.open) return ATMOSPHERE;
  // Beyond its own volume the walls are pressed: the room shrinks as the water comes.
  const room = Math.max(c.volume * (1 + GIVES) - now.water, 0.1 * GIVES * c.volume);
  return now.air / room;
}

/** Height of its water over the shaft [m]. */
export const waterLevel = (c: CellForm, now: CellNow): number =>
  c.low + Math.min(1, now.water / c.volume) * (c.high - c.low);

/** Pressure at a height within a cell [Pa], and whether water stands there. */
function at(c: CellForm | undefined, now: CellNow | undefined, height: number) {
  if (!c || !now) return { pressure: ATMOSPHERE, wet: false, gives: Number.POSITIVE_INFINITY };
  const level = waterLevel(c, now);
  const pressure = airPressure(c, now);
  const area = c.volume / Math.max(1e-6, c.high - c.low);
  const room = Math.max(c.volume * (1 + GIVES) - now.water, 0.1 * GIVES * c.volume);
  // How much more water raises the pressure by a pascal: by its level, and by the air it presses.
  const stiff = (c.open ? 0 : pressure / room) + WATER / area;
  // A hair below the water counts as under it: pipes meet at its surface.
  const wet = level > height - 1e-9 && now.water > 1e-9;
  return { pressure: pressure + WATER * Math.max(0, level - height), wet, gives: 1 / stiff };
}

/** Whether a link lets anything through. */
export function isOpen(
  link: LinkForm,
  controls: Controls,
  state: BenchState,
  form: BenchForm,
): boolean {
  if (link.opened?.some((c) => !controls[c])) return false;
  if (link.floats === undefined) return true;
  const cell = form.cells.find((c) => c.id === link.from);
  const now = state.cells[link.from];
  return !cell || !now || now.water / cell.volume < link.floats;
}

/** Share of its pressure that a wheel gives with so much water round it. */
const wheelShare = (fill: number): number =>
  Math.max(0, Math.min(1, (fill - WHEEL_WET) / (WHEEL_FULL - WHEEL_WET)));

/** Length of one step [s]. */
export const STEP = 0.004;

/**
 * Moves everything on by a time, in steps of {@link STEP}.
 * @param seconds - at least 0
 */
export function moveOn(
  form: BenchForm,
  before: BenchState,
  controls: Controls,
  seconds: number,
): BenchState {
  const steps = Math.round(Math.max(0, seconds) / STEP);
  if (steps === 0) return before;
  const cells = new Map(form.cells.map((c) => [c.id, c]));
  const now: Record<string, { water: number; air: number }> = {};
  for (const c of form.cells) now[c.id] = { ...(before.cells[c.id] ?? { water: 0, air: 0 }) };
  const outside = { ...before.outside };
  const sums: Record<string, { water: number; air: number }> = {};
  for (const l of form.links) sums[l.id] = { water: 0, air: 0 };
  const live = { ...before, cells: now };
  const give = (id: string, what: "water" | "air", amount: number) => {
    const cell = now[id];
    if (cell && !(what === "air" && cells.get(id)?.open)) cell[what] += amount;
    else outside[what] += amount;
  };
  for (let k = 0; k < steps; k++) {
    for (const link of form.links) {
      if (!isOpen(link, controls, live, form)) continue;
      const [a, b] = [cells.get(link.from), cells.get(link.to)];
      const drive = link.driven ? 1000 * (before.links[link.driven.by]?.water ?? 0) : 0;
      const moved = throughLink(link, a, now[link.from], b, now[link.to], controls, drive);
      for (const { what, amount, volume } of moved) {
        give(link.from, what, -amount);
        give(link.to, what, amount);
        const sum = sums[link.id];
        if (sum) sum[what] += volume;
      }
    }
  }
  const links = Object.fromEntries(
    Object.entries(sums).map(([id, s]) => {
      const time = steps * STEP;
      return [id, { water: s.water / time, air: s.air / time }];
    }),
  );
  return { time: before.time + steps * STEP, cells: now, links, outside };
}

/** What goes through in a step; positive from `from` to `to`. Of air the amount is its pressure times its volume. */
interface Moved {
  readonly what: "water" | "air";
  readonly amount: number;
  readonly volume: number;
}

function throughLink(
  link: LinkForm,
  a: CellForm | undefined,
  nowA: CellNow | undefined,
  b: CellForm | undefined,
  nowB: CellNow | undefined,
  controls: Controls,
  drive: number,
): readonly Moved[] {
  const still = at(a, nowA, link.at);
  const two = at(b, nowB, link.at);
  if (link.pours) {
    const room = b && nowB ? Math.max(0, b.volume - nowB.water) : 0;
    const goes = controls[link.pours.control] && two.pressure - ATMOSPHERE <= link.pours.most;
    const volume = goes ? Math.min((link.pours.rate / 1000) * STEP, room) : 0;
    return volume > 0 ? [{ what: "water", amount: volume, volume }] : [];
  }
  const { wheel } = link;
  const runs = wheel !== undefined && controls[wheel.control] === true;
  const fill = a && nowA ? nowA.water / a.volume : 0;
  // A wheel that turns throws its water to the rim: it has water there before the casing is full to the brim.
  const one = runs && fill > WHEEL_WET ? { ...still, wet: true } : still;
  if (link.draws) return drawn(link.draws, one, nowA, controls);
  const dragged = link.driven
    ? link.driven.pressure * Math.max(0, Math.min(1, drive / link.driven.flow))
    : 0;
  const lift = (runs && one.wet ? wheel.pressure * wheelShare(fill) : 0) + dragged;
  const difference = one.pressure + lift - two.pressure;
  const moved: Moved[] = [];
  const down = difference > 0;
  if (!(link.oneWay && !down)) {
    const source = down ? one : two;
    const from = down ? nowA : nowB;
    const sign = down ? 1 : -1;
    // Air is thinner than water by far; through the same hole much more of it goes.
    const easier = source.wet ? 1 : 8;
    const wanted = (link.passes / 1e6) * Math.abs(difference) * easier * STEP;
    const even = AT_ONCE * Math.abs(difference) * together(one.gives, two.gives);
    const volume = Math.min(wanted, even, available(source, from, down ? a : b));
    if (volume > 0) {
      const what = source.wet ? "water" : "air";
      const amount = what === "water" ? volume : volume * source.pressure;
      moved.push({ what, amount: sign * amount, volume: sign * volume });
    }
  }
  return link.wide && !link.oneWay ? [...moved, ...changePlaces(link, a, nowA, b, nowB)] : moved;
}

/** Of two things that give, what evens them out. */
const together = (one: number, two: number): number =>
  Number.isFinite(one) && Number.isFinite(two)
    ? (one * two) / (one + two)
    : Math.min(one, two, 1e-3);

/** No cell gives more than it has in a step [m³]. */
function available(
  side: { readonly wet: boolean; readonly pressure: number },
  now: CellNow | undefined,
  form: CellForm | undefined,
): number {
  if (!now || !form) return Number.POSITIVE_INFINITY;
  if (side.wet) return 0.5 * now.water;
  return form.open ? Number.POSITIVE_INFINITY : (0.5 * now.air) / side.pressure;
}

/** Water over air at a wide link: they change places, whatever the pressures. */
function changePlaces(
  link: LinkForm,
  a: CellForm | undefined,
  nowA: CellNow | undefined,
  b: CellForm | undefined,
  nowB: CellNow | undefined,
): readonly Moved[] {
  if (!a || !b || !nowA || !nowB) return [];
  const aAbove = a.low + a.high > b.low + b.high;
  const [top, low] = aAbove ? [nowA, nowB] : [nowB, nowA];
  const [topForm, lowForm] = aAbove ? [a, b] : [b, a];
  // Only what stands above the hole runs down through it.
  const above = (waterLevel(topForm, top) - link.at) / (topForm.high - topForm.low);
  if (!(above > 0)) return [];
  // Where the lower one is full there is no air to come up.
  const room = lowForm.volume - low.water;
  const rate = (link.passes / 1000) * STEP;
  const volume = Math.min(rate, 0.5 * above * topForm.volume, 0.5 * Math.max(0, room));
  if (!(volume > 1e-12)) return [];
  const sign = aAbove ? 1 : -1;
  // As much air comes up as water goes down, at the pressure of the lower one.
  const pressure = airPressure(lowForm, low);
  const air = Math.min(volume * pressure, 0.5 * low.air);
  return [
    { what: "water", amount: sign * volume, volume: sign * volume },
    { what: "air", amount: -sign * air, volume: -sign * volume },
  ];
}

/** What a primer takes: air at the pressure there, or water once that stands at its mouth. */
function drawn(
  draws: NonNullable<LinkForm["draws"]>,
  side: { readonly pressure: number; readonly wet: boolean },
  now: CellNow | undefined,
  controls: Controls,
): readonly Moved[] {
  if (!controls[draws.control] || !now) return [];
  const strength = Math.max(0, 1 - draws.deepest / side.pressure);
  const volume = (draws.rate / 1000) * strength * STEP;
  if (side.wet) {
    const water = Math.min(volume, 0.5 * now.water);
    return [{ what: "water", amount: water, volume: water }];
  }
  const amount = Math.min(volume * side.pressure, 0.5 * now.air);
  return [{ what: "air", amount, volume }];
}

/** All the water and all the air there is, with what went out: the same before and after [m³], [J]. */
export function totals(form: BenchForm, state: BenchState): CellNow {
  const sum = (what: keyof CellNow) =>
    form.cells.reduce((s, c) => s + (state.cells[c.id]?.[what] ?? 0), state.outside[what]);
  return { water: sum("water"), air: sum("air") };
}
