/** What holds of a signature, on the device that gives it as on the server that takes it. */

/** As much of a signature as is judged. */
interface Signed {
  readonly closed: string;
  readonly found: string;
  readonly proof: string;
  readonly promises: readonly { readonly kind: string }[];
}

/** How a visit can only end where something is promised. */
const WANTED: Readonly<Partial<Record<string, { readonly kind: string; readonly say: string }>>> = {
  "waiting for parts": { kind: "parts", say: "Say which parts, and when they are to be there." },
  "not reproduced": {
    kind: "watch",
    say: "Set a day on which it is looked at again, and what is watched for until then.",
  },
};

/**
 * What is missing for a signature, at its field; undefined where nothing is.
 * @param hasAfter - whether something was read after the work
 */
export function missingFor(
  { closed, found, proof, promises }: Signed,
  hasAfter: boolean,
): { readonly field: string; readonly message: string } | undefined {
  if (closed === "") return { field: "closed", message: "Choose how the visit ends." };
  if (found.trim() === "") return { field: "found", message: "Say in a few words what was found." };
  if (closed === "cured" && !hasAfter && proof.trim() === "")
    return {
      field: "proof",
      message:
        "A cure needs an after-reading (Readings, valve as found, after) or the reason why there is none.",
    };
  const wanted = WANTED[closed];
  if (wanted && !promises.some((p) => p.kind === wanted.kind))
    return { field: "promises", message: wanted.say };
  return undefined;
}
