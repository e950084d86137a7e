"use client";

import { useCallback, useEffect, useRef, useState } from "react";

/** How long after the last one has ended that is told [ms]. */
const REST_MS = 150;

/**
 * Whether something is under way. That one begins is told at once; that the last has ended, a moment later: with
 * the next key the next one begins, and each telling draws the whole sheet anew.
 * @returns whether, and what begins one; what that gives ends it
 */
export function useUnderWay(): readonly [boolean, () => () => void] {
  const [isUnderWay, setUnderWay] = useState(false);
  const count = useRef(0);
  const rest = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  useEffect(() => () => clearTimeout(rest.current), []);
  const begin = useCallback(() => {
    count.current++;
    clearTimeout(rest.current);
    setUnderWay(true);
    return () => {
      count.current--;
      if (count.current === 0) rest.current = setTimeout(() => setUnderWay(false), REST_MS);
    };
  }, []);
  return [isUnderWay, begin];
}
