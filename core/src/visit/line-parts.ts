/** The parts of a line as a case has them, in SI. */
import type { CaseFile } from "../case/index.ts";
import type { LinePart } from "../suction/index.ts";

type Elements = NonNullable<CaseFile["suction"]>["elements"];

/** Elements of a case as parts that lie somewhere; one without a kind is left out. */
export const linePartsOf = (elements: Elements | undefined): LinePart[] =>
  (elements ?? []).flatMap((e): LinePart[] =>
    e.kind
      ? [
          given({
            kind: e.kind,
            bore: e.bore?.si,
            length: e.length?.si,
            material: e.material,
            roughness: e.roughness?.si,
            angle: e.angle?.si,
            radius: e.radius?.si,
            valve: e.valve,
            opening: e.opening,
            k: e.k,
            freeArea: e.freeArea?.si,
            shape: e.shape,
            height: e.height?.si,
            submergence: e.submergence?.si,
            bottomClearance: e.bottomClearance?.si,
          }),
        ]
      : [],
  );

/** Without what nobody gave. */
function given(part: { readonly [K in keyof LinePart]: LinePart[K] | undefined }): LinePart {
  return Object.fromEntries(
    Object.entries(part).filter(([, v]) => v !== undefined),
  ) as unknown as LinePart;
}
