"use client";

import { useRouter } from "next/navigation";
import { createContext, type ReactNode, useContext, useMemo } from "react";

/** How another page is gone to, and this one asked for anew. */
export interface Go {
  readonly to: (href: string) => void;
  readonly again: () => void;
}

const Way = createContext<Go | null>(null);

/** By the browser itself: a page that stands in for another has nothing that the router could build on. */
const BY_THE_BROWSER: Go = {
  to: (href) => window.location.assign(new URL(href, window.location.href)),
  again: () => window.location.reload(),
};

/** Every way out of here is the browser's own, links too. */
export function ByTheBrowser({ children }: { children: ReactNode }) {
  return (
    <div
      style={{ display: "contents" }}
      onClickCapture={(event) => {
        const plain = event.button === 0 && !event.metaKey && !event.ctrlKey && !event.shiftKey;
        const link = event.target instanceof Element ? event.target.closest("a[href]") : null;
        if (!plain || !(link instanceof HTMLAnchorElement) || link.target !== "") return;
        if (link.hasAttribute("download") || link.origin !== window.location.origin) return;
        // A place on this very page is the browser's already.
        if (link.hash !== "" && link.pathname === window.location.pathname) return;
        event.preventDefault();
        event.stopPropagation();
        BY_THE_BROWSER.to(link.href);
      }}
    >
      <Way value={BY_THE_BROWSER}>{children}</Way>
    </div>
  );
}

/** The way to other pages from here. */
export function useGo(): Go {
  const given = useContext(Way);
  const router = useRouter();
  return useMemo(
    () => given ?? { to: (href: string) => router.push(href), again: () => router.refresh() },
    [given, router],
  );
}
