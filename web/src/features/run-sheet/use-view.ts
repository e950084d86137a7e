"use client";

import { useSearchParams } from "next/navigation";
import { useCallback, useEffect, useRef, useState } from "react";
import type { StepId } from "./steps/step-list";
import { titleOf, type View, viewOf } from "./view";

/**
 * The step and the pane in sight, in the address: Back goes one view back, a reload stays, a link to a Board can be sent.
 * @param first - the step of an address that names none
 */
export function useView(first: StepId, tag: string) {
  const asked = useSearchParams();
  const [view, setView] = useState<View>(() => viewOf(asked, first));
  const now = useRef(view);
  useEffect(() => {
    now.current = view;
    document.title = `${titleOf(tag, view)} · Yard Tack`;
  }, [view, tag]);
  useEffect(() => {
    const back = () => setView(viewOf(new URLSearchParams(window.location.search), first));
    window.addEventListener("popstate", back);
    return () => window.removeEventListener("popstate", back);
  }, [first]);
  const show = useCallback((change: Partial<View>) => {
    const next = { ...now.current, ...change };
    if (next.step === now.current.step && next.pane === now.current.pane) return;
    now.current = next;
    setView(next);
    const address = new URL(window.location.href);
    address.searchParams.set("step", next.step);
    if (next.pane === "sheet") address.searchParams.delete("view");
    else address.searchParams.set("view", next.pane);
    window.history.pushState(null, "", address);
  }, []);
  return { ...view, show };
}
