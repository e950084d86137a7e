const REACHED = "button, input, select, textarea, a[href], summary";

const reachedIn = (part: Element): HTMLElement[] =>
  [...part.querySelectorAll<HTMLElement>(REACHED)].filter(
    (e) => !e.matches(":disabled") && e.checkVisibility(),
  );

/**
 * Moves the focus on when the control that had it goes away with the next drawing, with its card or without:
 * to whatever can then be reached next, so that a keyboard or a voice goes on where the hand was.
 */
export function focusAfter(card: Element): void {
  const step = card.closest("#step");
  if (!step) return;
  const last = reachedIn(step)
    .filter((e) => (card.compareDocumentPosition(e) & Node.DOCUMENT_POSITION_PRECEDING) !== 0)
    .at(-1);
  requestAnimationFrame(() => {
    const now = reachedIn(step);
    const next = now[last ? now.indexOf(last) + 1 : 0];
    next?.focus({ preventScroll: true });
  });
}
