"use client";

import { MantineProvider } from "@mantine/core";
import type { ReactNode } from "react";
import type { PersonDto } from "./preferences";
import { Frame } from "./rail";
import { cssVariables, theme } from "./theme";
import { WhoProvider } from "./who";

/** Theme, person and rail round every page. */
export function Providers({ person, children }: { person: PersonDto; children: ReactNode }) {
  return (
    <MantineProvider theme={theme} cssVariablesResolver={cssVariables} defaultColorScheme="auto">
      <WhoProvider person={person}>
        <Frame>{children}</Frame>
      </WhoProvider>
    </MantineProvider>
  );
}
