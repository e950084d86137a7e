"use client";

import type { ReactNode } from "react";
import { useWho } from "./who";

/** What only those who work here can do: whoever only reads does not see it. The server refuses it too. */
export function ForHands({ children }: { children: ReactNode }) {
  return useWho().role === "viewer" ? null : children;
}
