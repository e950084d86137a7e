"use client";

import { MantineProvider } from "@mantine/core";
import type { ReactNode } from "react";
import type { PersonDto, SettingsDto } from "./preferences";
import { Frame } from "./rail";
import { cssVariables, theme } from "./theme";
import { WhoProvider } from "./who";

/** The theme alone, where there is nobody to make a page for. */
export function Themed({ children }: { children: ReactNode }) {
  return (
    <MantineProvider theme={theme} cssVariablesResolver={cssVariables} defaultColorScheme="auto">
      {children}
    </MantineProvider>
  );
}

/** Theme, person and rail round every page. */
export function Providers({
  person,
  onSettings,
  children,
}: {
  person: PersonDto;
  onSettings: (change: Partial<SettingsDto>) => Promise<unknown>;
  children: ReactNode;
}) {
  return (
    <Themed>
      <WhoProvider person={person} onSettings={onSettings}>
        <Frame>{children}</Frame>
      </WhoProvider>
    </Themed>
  );
}
