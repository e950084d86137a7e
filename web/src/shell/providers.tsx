"use client";

import { MantineProvider } from "@mantine/core";
import type { ReactNode } from "react";
import type { PersonDto, SettingsDto } from "./preferences";
import { Frame } from "./rail";
import { cssVariables, theme } from "./theme";
import { WhoProvider } from "./who";

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
    <MantineProvider theme={theme} cssVariablesResolver={cssVariables} defaultColorScheme="auto">
      <WhoProvider person={person} onSettings={onSettings}>
        <Frame>{children}</Frame>
      </WhoProvider>
    </MantineProvider>
  );
}
