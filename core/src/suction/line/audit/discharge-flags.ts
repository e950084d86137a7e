/** The audit of a discharge line: what has to be there. */
import { boresOf, type LinePart } from "../part.ts";
import { highPoints } from "./places.ts";
import type { Audited, FlagRow, Found } from "./row.ts";

const USUAL = "usual practice";

const missing = ({ parts }: Audited, kind: LinePart["kind"], more: Omit<Found, "at"> = {}) =>
  parts.some((p) => p.kind === kind) ? [] : [{ at: [], ...more }];

const THROTTLES: readonly LinePart["valve"][] = ["globe", "butterfly", "diaphragm", "ball", "gate"];

export const DISCHARGE_FLAGS: readonly FlagRow[] = [
  {
    id: "no-throttle",
    name: "No valve to set it by",
    group: "harm",
    find: ({ parts }) =>
      parts.some((p) => p.kind === "valve" && THROTTLES.includes(p.valve ?? "gate"))
        ? []
        : [{ at: [], edits: [{ insertAt: 0, part: { kind: "valve", valve: "butterfly" } }] }],
    why: () =>
      "Nothing on the discharge can be throttled: the pump cannot be started shut, tested or set to its duty.",
    change: () => "A valve after the check valve that may stand part open.",
    source: USUAL,
  },
  {
    id: "no-gauge-port",
    name: "No gauge port",
    group: "harm",
    find: (a) =>
      missing(a, "gauge-port", {
        way: a.pump.buried ? "buried" : "plain",
        edits: [{ insertAt: 0, part: { kind: "gauge-port" } }],
      }),
    why: ({ way }) =>
      way === "buried"
        ? "Its discharge cannot be read without a riser: each fault begins with digging."
        : "Its discharge cannot be read: each fault begins with guessing.",
    change: ({ way }) =>
      way === "buried"
        ? "A capped riser with a valve of its own, up to where a hand reaches it."
        : "A tapping with a valve, before the check valve.",
    source: USUAL,
  },
  {
    id: "smaller-than-outlet",
    name: "Pipe smaller than the pump's outlet",
    group: "metres",
    find: (a) => {
      const port = a.pump.dischargePort;
      if (!port) return [];
      const bores = boresOf(a.parts);
      const at = a.parts.flatMap((_, i) => ((bores[i] ?? port) < 0.97 * port ? [i] : []));
      return at.length === 0
        ? []
        : [{ at, figures: { port }, edits: at.map((set) => ({ set, to: { bore: port } })) }];
    },
    why: ({ figures }, say) =>
      `It leads away less than ${say.bore(figures?.["port"] ?? 0)}: the pump works against it at every litre.`,
    change: ({ figures }, say) => `${say.bore(figures?.["port"] ?? 0)} or more.`,
    source: USUAL,
  },
  {
    id: "no-check",
    name: "No check valve",
    group: "harm",
    find: (a) =>
      a.pump.closedLoop
        ? []
        : missing(a, "check-valve", { edits: [{ insertAt: 0, part: { kind: "check-valve" } }] }),
    why: () => "At each stop the line runs back through the pump and turns it backwards.",
    change: () => "A check valve between the pump and its throttle valve.",
    source: USUAL,
  },
  {
    id: "no-vent",
    name: "High point without an air vent",
    group: "harm",
    find: ({ line, parts }) =>
      highPoints(line.parts)
        .filter(({ index }) => ![index, index + 1].some((i) => parts[i]?.kind === "air-vent"))
        .map(({ index }) => ({
          at: [index],
          edits: [{ insertAt: index + 1, part: { kind: "air-vent" } }],
        })),
    why: () =>
      "Air gathers there and stands in the way: the pump sees a valve that nobody can open.",
    change: () => "An air vent at its highest point.",
    source: USUAL,
  },
  {
    id: "no-relief",
    name: "May be shut in without a way out",
    group: "harm",
    find: (a) =>
      a.pump.mayBeShutIn
        ? missing(a, "relief", { edits: [{ insertAt: 0, part: { kind: "relief" } }] })
        : [],
    why: () =>
      "Somebody may shut it while it runs: the water in the casing is heated until it boils.",
    change: () => "A small line back to the source, or a relief valve.",
    source: USUAL,
  },
];
