import { describe, expect, it } from "vitest";
import { drawnFrom, LIFTING, PLAIN, PLAIN_PUMP, SOUND } from "../../../../testing/lines.ts";
import { auditDischarge, type AuditInputs, auditSuction, FLAGS } from "./index.ts";
import { edited, type LinePart } from "../part.ts";

type Case = readonly [
  flag: string,
  /** A line that raises it, and one that nearly does. */
  raises: { readonly parts: readonly LinePart[]; readonly level: number; readonly pump?: object },
  misses: { readonly parts: readonly LinePart[]; readonly level: number; readonly pump?: object },
];

/** The sound line with one part otherwise. */
const but = (index: number, to: Partial<LinePart>, of: readonly LinePart[] = SOUND): LinePart[] =>
  of.map((p, i) => (i === index ? { ...p, ...to } : p));
const without = (kind: LinePart["kind"], of: readonly LinePart[]) =>
  of.filter((p) => p.kind !== kind);
const flooded = (parts: readonly LinePart[], pump: object = {}) => ({ parts, level: 2, pump });
const lift = (parts: readonly LinePart[], pump: object = {}) => ({ parts, level: -3, pump });
const pipes = (bore: number, length: number): LinePart[] => [
  { kind: "bell", bore, height: 0.2 },
  { kind: "pipe", bore, length, height: 0, material: "stainless" },
];
const hose = (material: string): LinePart[] => [
  { kind: "foot-valve", bore: 0.15, height: -4 },
  { kind: "hose", bore: 0.15, length: 6, height: 0, material },
];

const SUCTION: readonly Case[] = [
  ["strainer-tight", flooded(but(2, { freeArea: 0.05 })), flooded(but(2, { freeArea: 0.0531 }))],
  ["valve-part-shut", flooded(but(1, { opening: 0.9 })), flooded(but(1, { opening: 0.99 }))],
  ["globe-valve", flooded(but(1, { valve: "globe" })), flooded(but(1, { valve: "butterfly" }))],
  [
    "smaller-than-port",
    flooded(SOUND, { suctionPort: 0.2 }),
    flooded(SOUND, { suctionPort: 0.15 }),
  ],
  // 60 m³/h are 1.50 m/s in 119 mm.
  ["too-fast", flooded(pipes(0.115, 4)), flooded(pipes(0.12, 4), { suctionPort: 0.1 })],
  ["long-run", flooded(pipes(0.125, 120)), flooded(pipes(0.125, 40))],
  ["branch", flooded([...SOUND.slice(0, 3), { kind: "tee" }, ...SOUND.slice(3)]), flooded(SOUND)],
  ["straight-run", flooded(but(5, { length: 0.7 })), flooded(but(5, { length: 1.51 }))],
  [
    "reducer-shape",
    flooded([...SOUND, { kind: "reducer", bore: 0.15, shape: "eccentric-flat-bottom" }]),
    flooded([...SOUND, { kind: "reducer", bore: 0.15, shape: "eccentric-flat-top" }]),
  ],
  ["high-point", flooded(but(3, { height: 0.24 })), flooded(but(3, { height: 0.02 }))],
  [
    "not-filled-from-port",
    lift(but(1, { height: 0.1 }, LIFTING), { primedThroughPort: true }),
    lift(LIFTING, { primedThroughPort: true }),
  ],
  [
    "check-at-pump",
    lift([...but(0, { kind: "inlet" }, LIFTING), { kind: "check-valve", height: 0 }]),
    lift([...LIFTING, { kind: "check-valve", height: 0 }]),
  ],
  [
    "no-foot-valve",
    lift(but(0, { kind: "inlet" }, LIFTING)),
    lift(but(0, { kind: "inlet" }, LIFTING), { selfPriming: true }),
  ],
  [
    "mouth-too-low",
    flooded(but(0, { bottomClearance: 0.07 })),
    flooded(but(0, { bottomClearance: 0.08 })),
  ],
  // At 0.94 m/s in 150 mm the mouth wants 0.42 m of water.
  ["vortex", lift(but(0, { height: -3.4 }, LIFTING)), lift(but(0, { height: -3.5 }, LIFTING))],
  ["hose-collapse", lift(hose("rubber")), lift(hose("rubber with spiral"))],
  [
    "mixed-metals",
    flooded(but(5, { material: "galvanised steel" }), { wheelMaterial: "bronze" }),
    flooded(SOUND, { wheelMaterial: "bronze" }),
  ],
];

const OUT: readonly LinePart[] = [
  { kind: "gauge-port", bore: 0.1, height: 0 },
  { kind: "check-valve", height: 0 },
  { kind: "valve", valve: "butterfly", height: 0 },
  { kind: "relief", height: 0 },
  { kind: "pipe", length: 4, height: 4 },
  { kind: "air-vent", height: 4 },
  { kind: "pipe", length: 6, height: 3 },
];
const out = (parts: readonly LinePart[], pump: object = {}) => ({ parts, level: 0, pump });
const DISCHARGE: readonly Case[] = [
  ["no-throttle", out(without("valve", OUT)), out(OUT)],
  ["no-gauge-port", out(without("gauge-port", OUT), { buried: true }), out(OUT)],
  ["smaller-than-outlet", out(OUT, { dischargePort: 0.125 }), out(OUT)],
  [
    "no-check",
    out(without("check-valve", OUT)),
    out(without("check-valve", OUT), { closedLoop: true }),
  ],
  ["no-vent", out(without("air-vent", OUT)), out(OUT)],
  [
    "no-relief",
    out(without("relief", OUT), { mayBeShutIn: true }),
    out(without("relief", OUT), { mayBeShutIn: false }),
  ],
];

const inputs = ({ parts, level, pump }: Case[1], flange = 0): AuditInputs => ({
  ...{ parts, drawn: drawnFrom(level, { flange }), today: 50 / 3600, say: PLAIN },
  pump: { ...PLAIN_PUMP, ...pump },
});

describe("the audit of a line", () => {
  it("finds nothing on a line that nothing is wrong with", () => {
    expect(auditSuction(inputs(flooded(SOUND)))).toEqual([]);
    expect(auditSuction(inputs(lift(LIFTING)))).toEqual([]);
    expect(auditDischarge(inputs(out(OUT), 3))).toEqual([]);
  });

  it("has a line that raises each flag, and a near miss that does not", () => {
    const tried = [...SUCTION, ...DISCHARGE].map(([flag]) => flag);
    expect(FLAGS.map((f) => f.id).toSorted()).toEqual(tried.toSorted());
  });

  it.each(SUCTION)("%s on the suction", (flag, raises, misses) => {
    const found = auditSuction(inputs(raises)).find((f) => f.flag === flag);
    expect(found).toBeDefined();
    expect(found?.why).not.toMatch(/NaN|undefined|Infinity/);
    expect(found?.change).not.toMatch(/NaN|undefined|Infinity/);
    expect(auditSuction(inputs(misses)).map((f) => f.flag)).not.toContain(flag);
  });

  it.each(DISCHARGE)("%s on the discharge", (flag, raises, misses) => {
    expect(auditDischarge(inputs(raises, 3)).map((f) => f.flag)).toContain(flag);
    expect(auditDischarge(inputs(misses, 3)).map((f) => f.flag)).not.toContain(flag);
  });

  it("is mended by its own mend, which never makes it lose more", () => {
    for (const [flag, raises] of SUCTION) {
      const asked = inputs(raises);
      const found = auditSuction(asked).find((f) => f.flag === flag);
      if (!found || found.edits.length === 0) continue;
      const parts = edited(asked.parts, found.edits);
      expect(
        auditSuction({ ...asked, parts }).map((f) => f.flag),
        flag,
      ).not.toContain(flag);
      if (found.group === "metres") {
        expect(found.givesAtDuty, flag).toBeGreaterThan(0);
        expect(found.givesToday, flag).toBeLessThan(found.givesAtDuty ?? 0);
      }
    }
  });

  it("puts first what gives back most, and what costs no metres behind it", () => {
    const parts = but(1, { opening: 0.5 }, but(2, { freeArea: 0.01 }, but(5, { length: 0.3 })));
    const found = auditSuction(inputs(flooded(parts)));
    expect(found.map((f) => f.flag)).toEqual(["strainer-tight", "valve-part-shut", "straight-run"]);
    const gives = found.map((f) => f.givesAtDuty ?? 0);
    expect(gives[0]).toBeGreaterThan(gives[1] ?? 0);
  });

  it("tells a bend across a wheel of two sides from any other", () => {
    const parts = but(5, { length: 0.2 });
    const why = (pump: object) =>
      auditSuction(inputs(flooded(parts, pump))).find((f) => f.flag === "straight-run")?.why;
    expect(why({ doubleSuction: true })).toMatch(/two sides/);
    expect(why({})).toMatch(/fills unevenly/);
  });

  it("names a siphon as what it is", () => {
    const parts: LinePart[] = [
      { kind: "inlet", bore: 0.15, height: 1 },
      { kind: "pipe", length: 3, height: 2.4 },
      { kind: "pipe", length: 4, height: 0 },
    ];
    const found = auditSuction(inputs(flooded(parts))).find((f) => f.flag === "high-point");
    expect(found?.why).toMatch(/the tank empties itself/);
  });
});
