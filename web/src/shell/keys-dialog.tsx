"use client";

import { useHotkeys } from "@mantine/hooks";
import { useRef } from "react";
import classes from "./keys-dialog.module.css";

const KEYS: readonly (readonly [string, string])[] = [
  ["1 … 9, 0, -, =", "steps of a run sheet"],
  ["Enter", "keep this reading, go to the next"],
  ["Escape", "leave the reading"],
  ["/, or Ctrl K", "find anything"],
  ["Alt 1", "Slate"],
  ["Alt 2", "Yard"],
  ["Alt 3", "Log"],
  ["Alt 4", "Bench"],
  ["?", "this list"],
];

/** The keys, on "?". */
export function KeysDialog() {
  const dialog = useRef<HTMLDialogElement>(null);
  useHotkeys([["shift+?", () => dialog.current?.showModal()]]);
  return (
    <dialog ref={dialog} className={classes.dialog} aria-label="Keys">
      <h2>Keys</h2>
      <dl>
        {KEYS.map(([key, does]) => (
          <div key={key}>
            <dt>{key}</dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
      <form method="dialog">
        <button>Close</button>
      </form>
    </dialog>
  );
}
