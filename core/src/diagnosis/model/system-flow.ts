/** The system a pump works on, as a condition leaves it, and where the two meet. */
import { flowAt, type FlowPrior, type SystemCurve } from "./flow-prior.ts";
import { emptyState, operate, type Setting } from "./operating-state.ts";

/** Halvings: to a ten-thousandth of the range. */
const HALVINGS = 13;

/** Head the system may still ask for where more runs through it than was drawn. */
const OPENED_STATIC = 0.3;

/**
 * The system as a condition leaves it: k grows until the flow is short by its share, or falls until
 * it is over by it; the static head grows by what is added.
 */
export function changedSystem(prior: FlowPrior, setting: Setting): FlowPrior {
  const { flowLost, staticExtra } = setting.condition;
  if (prior.kind !== "system" || (flowLost === 0 && staticExtra === 0)) return prior;
  const { pump, speedRatio: r } = setting;
  const extra = staticExtra * pump.bestHead;
  const lifted = prior.curves.map((c) => ({ ...c, staticHead: c.staticHead + extra }));
  if (flowLost === 0) return { ...prior, curves: lifted };
  const head = (q: number) => r * r * pump.head(q / r, r);
  // All its curves go through the duty: where the middle one meets the pump the others do, nearly.
  const clean = meeting(middle(lifted), head, prior.limit);
  const wanted = Math.min(Math.max(clean * (1 - flowLost), 1e-6), 0.97 * prior.limit);
  const curves = lifted.map((c) => {
    const staticHead =
      flowLost < 0 ? Math.min(c.staticHead, OPENED_STATIC * head(wanted)) : c.staticHead;
    const left = Math.max(head(wanted) - staticHead, 0.01);
    return {
      ...c,
      staticHead,
      logK: Math.log(left) - 2 * Math.log(wanted),
      spread: Math.hypot(c.spread, 0.15),
    };
  });
  return { ...prior, curves };
}

const middle = (curves: readonly SystemCurve[]): SystemCurve =>
  curves[Math.floor(curves.length / 2)] ?? { staticHead: 0, logK: 0, spread: 1, weight: 1 };

/** Flow at which a falling head meets a rising system [m³/s]. */
function meeting(curve: SystemCurve, head: (flow: number) => number, limit: number): number {
  const k = Math.exp(curve.logK);
  return lastWhere((q) => head(q) > curve.staticHead + k * q * q, limit);
}

/** The position up to which something holds, between 0 and a limit, by bisection. */
function lastWhere(holds: (position: number) => boolean, limit: number): number {
  let low = 0;
  let high = limit;
  for (let i = 0; i < HALVINGS; i++) {
    const mid = (low + high) / 2;
    if (holds(mid)) low = mid;
    else high = mid;
  }
  return low;
}

/**
 * Flow at which the pump's head is what the system asks for [m³/s]; 0 where it asks for more than the pump
 * gives, or where nothing tells the system.
 * @param clean - the system with nothing wrong; what the condition does to it is added here
 */
export function flowOnSystem(setting: Setting, clean: FlowPrior): number {
  const system = changedSystem(clean, setting);
  if (system.kind !== "system" || setting.condition.dead) return 0;
  const { pump } = setting;
  const { staticHead, logK } = middle(system.curves);
  const k = Math.exp(logK);
  const state = emptyState();
  const surplusAt = (position: number): number => {
    const q = flowAt(setting, position);
    operate(setting, q, state);
    const extra = setting.condition.suctionLoss * (q / setting.suction.referenceFlow) ** 2;
    return state.head - staticHead - extra - k * q * q;
  };
  // Displacement is followed along its head, which rises as the flow falls.
  const rises = pump.flowAtHead !== undefined;
  const limit = rises ? pump.shutOffHead : pump.reach;
  return flowAt(
    setting,
    lastWhere((position) => surplusAt(position) > 0 !== rises, limit),
  );
}
