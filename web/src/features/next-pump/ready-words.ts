import type { NextPump } from "@yard-tack/core/report";
import { together } from "@/shell/together";

/** Whether the next pump can be ordered from its card, and what there is of a warranty. */
export function readyWords({ missing, warranty }: NextPump): string {
  const ready =
    missing.length === 0
      ? "It can be ordered and fitted from this card."
      : together(
          `${missing.length} ${missing.length === 1 ? "thing is" : "things are"} to be found before it can be ordered without a second visit.`,
        );
  return `${ready} ${warranty}`;
}
