/**
 * Runs something once a tap is over. A part that folds away before its click has come moves what is under the finger, and
 * the tap goes to nobody. With a mouse the click comes with the button's release; with a finger it comes later: first the
 * finger is lifted, then the browser plays the mouse (press, focus moves, release), then it clicks.
 */
let isDown = false;
let waiting: (() => void)[] = [];

/** A finger that slid or pressed long never clicks [ms]. */
const NO_CLICK_AFTER = 500;

function over(): void {
  isDown = false;
  const all = waiting;
  waiting = [];
  for (const then of all) then();
}

if (typeof window !== "undefined") {
  let timer: number | undefined;
  // The click's own handlers run first.
  const soon = (wait: number) => {
    window.clearTimeout(timer);
    timer = window.setTimeout(over, wait);
  };
  window.addEventListener(
    "pointerdown",
    () => {
      window.clearTimeout(timer);
      isDown = true;
    },
    true,
  );
  window.addEventListener(
    "pointerup",
    (e) => soon(e.pointerType === "mouse" ? 0 : NO_CLICK_AFTER),
    true,
  );
  window.addEventListener("pointercancel", () => soon(0), true);
  window.addEventListener("click", () => isDown && soon(0), true);
}

export function afterTap(then: () => void): void {
  if (isDown) waiting.push(then);
  else then();
}
