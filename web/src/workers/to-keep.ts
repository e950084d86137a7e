/** What a page tells the service worker. */
export type ToKeep =
  | { readonly pages: readonly string[]; readonly pictures: readonly string[] }
  /** Somebody else is here, or nobody: what was kept for the one before goes. */
  | { readonly forget: true };

/** Paths of this very place alone. */
const arePaths = (value: unknown): value is readonly string[] =>
  Array.isArray(value) && value.every((v) => typeof v === "string" && /^\/[^/\\]/.test(v));

/** Whether a message is one; whoever can send one may send anything. */
export function isToKeep(message: unknown): message is ToKeep {
  if (typeof message !== "object" || message === null) return false;
  if ("forget" in message) return message.forget === true;
  return (
    "pages" in message &&
    "pictures" in message &&
    arePaths(message.pages) &&
    arePaths(message.pictures)
  );
}
