/**
 * Runs something once the finger is up. A part that folds away while a finger is down moves what is
 * under it, and the tap goes to nobody.
 */
let isDown = false;
if (typeof window !== "undefined") {
  const set = (down: boolean) => () => {
    isDown = down;
  };
  window.addEventListener("pointerdown", set(true), true);
  for (const end of ["pointerup", "pointercancel"]) window.addEventListener(end, set(false), true);
}

export function afterTap(then: () => void): void {
  if (!isDown) {
    then();
    return;
  }
  // The click comes after the finger is up, in the same turn.
  const later = () => setTimeout(then, 0);
  window.addEventListener("pointerup", later, { once: true });
  window.addEventListener("pointercancel", later, { once: true });
}
