"use client";

import { IconHandStop } from "@tabler/icons-react";
import { useSettings } from "./who";

/** Gloves on: every target grows. Remembered for the person. */
export function GlovesSwitch({ className }: { className: string | undefined }) {
  const [{ gloves }, change] = useSettings();
  return (
    <button
      type="button"
      className={className}
      aria-pressed={gloves}
      onClick={() => change({ gloves: !gloves })}
    >
      <IconHandStop size={20} stroke={1.7} aria-hidden />
      <span>Gloves{gloves ? " on" : ""}</span>
    </button>
  );
}
