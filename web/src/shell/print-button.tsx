"use client";

import { Button } from "@mantine/core";

export function PrintButton() {
  return (
    <Button variant="default" className="no-print" onClick={() => window.print()}>
      Print
    </Button>
  );
}
