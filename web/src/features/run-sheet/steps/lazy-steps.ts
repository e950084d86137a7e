/** Steps that are fetched behind the first one, so that a phone can begin to read sooner. */
import dynamic from "next/dynamic";

const load = {
  callChanges: () => import("./call-changes").then((m) => m.CallChanges),
  identify: () => import("./identify-step").then((m) => m.IdentifyStep),
  look: () => import("./look-step").then((m) => m.LookStep),
  rotation: () => import("./rotation-step").then((m) => m.RotationStep),
  compare: () => import("./compare-step").then((m) => m.CompareStep),
  test: () => import("./test-step").then((m) => m.TestStep),
  onHand: () => import("./on-hand").then((m) => m.OnHand),
  fix: () => import("./fix-step").then((m) => m.FixStep),
  back: () => import("./back-step").then((m) => m.BackStep),
  prove: () => import("./prove-step").then((m) => m.ProveStep),
  sign: () => import("./sign-step").then((m) => m.SignStep),
};

export const CallChanges = dynamic(load.callChanges);
export const IdentifyStep = dynamic(load.identify);
export const LookStep = dynamic(load.look);
export const RotationStep = dynamic(load.rotation);
export const CompareStep = dynamic(load.compare);
export const TestStep = dynamic(load.test);
export const OnHand = dynamic(load.onHand);
export const FixStep = dynamic(load.fix);
export const BackStep = dynamic(load.back);
export const ProveStep = dynamic(load.prove);
export const SignStep = dynamic(load.sign);

/** Fetches them all while nothing else is to do: a plant room may have no signal a minute later. */
export function fetchSteps(): void {
  const fetchAll = () =>
    void Promise.allSettled(Object.values(load).map((step) => step() as Promise<unknown>));
  if ("requestIdleCallback" in window) requestIdleCallback(fetchAll, { timeout: 3000 });
  else setTimeout(fetchAll, 500);
}
