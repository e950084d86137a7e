"use client";

import { type RefObject, useEffect, useRef } from "react";

/**
 * Does something when the hand has rested: long enough to finish a figure, short enough to be kept
 * while the hand moves on.
 * @param touched - only what a hand has touched is done
 * @param what - what is being typed; each change begins the rest anew
 */
export function useIdle(
  touched: RefObject<boolean>,
  what: string,
  then: () => void,
  restMs = 650,
): void {
  const latest = useRef(then);
  useEffect(() => {
    latest.current = then;
  });
  useEffect(() => {
    if (!touched.current) return undefined;
    const timer = setTimeout(() => latest.current(), restMs);
    return () => clearTimeout(timer);
  }, [touched, what, restMs]);
}
