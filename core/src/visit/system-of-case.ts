/** The lines and the system a case describes: suction loss, riser, and the system curve. */
import type { CaseFile } from "../case/index.ts";
import { type SystemCurve, systemThrough } from "../curve/index.ts";
import {
  exitLoss,
  type LineElement,
  lineLoss,
  lossDoubt,
  orderFaults,
} from "../hydraulics/index.ts";
import { gaugePa, type GaugePa, type Quantity } from "../quantity/index.ts";
import type { LossAtFlow, SuctionLayout } from "../suction/index.ts";
import type { CaseNote } from "./case-note.ts";
import { gauge, type ReadingContext } from "./snapshot-of-case.ts";

type Elements = NonNullable<CaseFile["suction"]>["elements"];

/** Elements as the line computation takes them. */
export const lineElements = (elements: Elements | undefined): LineElement[] =>
  (elements ?? []).flatMap((e) =>
    e.kind
      ? [
          {
            kind: e.kind,
            bore: positive(e.bore),
            length: positive(e.length),
            material: e.material,
            roughness: e.roughness?.si,
            angle: e.angle?.si,
            radius: e.radius?.si,
            valve: e.valve,
            k: e.k,
            freeArea: positive(e.freeArea),
          },
        ]
      : [],
  );

const positive = (q: Quantity | undefined) => (q && q.si > 0 ? q.si : undefined);

/** A flow and a head of which the flow is above 0. */
export const flowAndHead = (p: { flow?: Quantity; head?: Quantity } | undefined) =>
  p?.flow && p.head && p.flow.si > 0 ? { flow: p.flow.si, head: p.head.si } : undefined;

/** Names elements that no line can have in that order. */
export function noteOrder(file: CaseFile, notes: CaseNote[]): void {
  for (const side of ["suction", "discharge"] as const) {
    for (const fault of orderFaults(lineElements(file[side]?.elements), side))
      notes.push({ code: "element-order", side, fault });
  }
}

/**
 * The suction line as drawn: level, surface pressure and loss, the loss from its elements when it is
 * not stated.
 * @param reference - flow the elements are worked out at [m³/s]
 */
export function layoutOfCase(
  context: ReadingContext,
  viscosity: number,
  reference: number | undefined,
): SuctionLayout | undefined {
  const level = context.file.suction?.sourceLevel;
  if (level === undefined) return undefined;
  const { surfacePressure = gaugePa(0), loss } = suctionSideOfCase(context, viscosity, reference);
  return { sourceLevel: level.si, surfacePressure, loss };
}

/** What a case says of the suction apart from its level. */
export function suctionSideOfCase(
  { file, atmosphere }: ReadingContext,
  viscosity: number,
  reference: number | undefined,
): { readonly surfacePressure: GaugePa | undefined; readonly loss: LossAtFlow | undefined } {
  const { suction } = file;
  const surface = suction?.surfacePressure;
  return {
    surfacePressure: surface && gauge(surface, atmosphere),
    loss:
      flowAndHead(suction?.loss) ??
      lossOfElements(lineElements(suction?.elements), viscosity, reference, 0),
  };
}

/** Loss of a line at a reference flow; undefined without elements, a bore or a flow. */
function lossOfElements(
  elements: readonly LineElement[],
  viscosity: number,
  flow: number | undefined,
  exits: 0 | 1,
): LossAtFlow | undefined {
  if (elements.length === 0 || !flow) return undefined;
  const loss = lineLoss(elements, flow, viscosity);
  if (loss.unknownBore !== undefined) return undefined;
  const at = (q: number) => lineLoss(elements, q, viscosity).total + exits * exitLoss(elements, q);
  const head = at(flow);
  const grown = Math.log(head / at(LESS * flow)) / Math.log(1 / LESS);
  const doubt = lossDoubt(elements, flow, viscosity);
  return {
    ...{ flow, head },
    ...(Number.isFinite(grown) ? { exponent: Math.max(1, grown) } : {}),
    ...(doubt === undefined ? {} : { doubt }),
  };
}

/** The flow, as a share of the reference, from which on it is seen how a drawn line's loss grows. */
const LESS = 0.7;

export interface CaseSystem {
  readonly curve: SystemCurve;
  readonly from: "duty" | "elements";
}

/**
 * The system the pump works on: through its duty from the static head, else from static head and the
 * drawn lines.
 * @param staticHead - [m]; 0 for a closed loop
 */
export function systemOfCase(
  file: CaseFile,
  viscosity: number,
  reference: number | undefined,
): CaseSystem | undefined {
  const known = file.system?.closedLoop ? 0 : file.discharge?.staticHead?.si;
  if (known === undefined) return undefined;
  const duty = flowAndHead(file.duty);
  if (duty && known < duty.head) {
    return { curve: systemThrough(known, duty.flow, duty.head), from: "duty" };
  }
  const out =
    flowAndHead(file.discharge?.loss) ??
    lossOfElements(lineElements(file.discharge?.elements), viscosity, reference, 1);
  if (!out) return undefined;
  const inlet =
    flowAndHead(file.suction?.loss) ??
    lossOfElements(lineElements(file.suction?.elements), viscosity, reference, 0);
  const k = out.head / out.flow ** 2 + (inlet ? inlet.head / inlet.flow ** 2 : 0);
  return { curve: { staticHead: known, resistance: k }, from: "elements" };
}

/**
 * The part of a discharge line that lies between a submerged pump and a gauge far above it: its
 * elements as long as their pipe is not longer than the gauge is high.
 */
export function riserOf(file: CaseFile, gaugeHeight: number | undefined): readonly LineElement[] {
  if (gaugeHeight === undefined || gaugeHeight < 3) return [];
  let run = 0;
  const riser: LineElement[] = [];
  for (const e of lineElements(file.discharge?.elements)) {
    run += e.length ?? 0;
    if (run > 1.05 * gaugeHeight + 1) break;
    riser.push(e);
  }
  return riser;
}
