"use client";

import { Button } from "@mantine/core";
import Link from "next/link";
import type { ReactNode } from "react";

/** A button that goes somewhere; `now` marks the one thing to do on a page. */
export function LinkButton({
  href,
  now = false,
  children,
}: {
  href: string;
  now?: boolean;
  children: ReactNode;
}) {
  return (
    <Button component={Link} href={href} color={now ? "redLead.5" : undefined}>
      {children}
    </Button>
  );
}

/** A button that takes a file along. */
export function FileLink({ href, children }: { href: string; children: ReactNode }) {
  return (
    <Button component="a" href={href} download variant="default">
      {children}
    </Button>
  );
}
