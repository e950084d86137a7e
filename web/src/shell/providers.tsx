"use client";

import { MantineProvider } from "@mantine/core";
import type { ReactNode } from "react";
import type { PersonDto, SettingsDto } from "./preferences";
import { Frame } from "./rail";
import { cssVariables, theme } from "./theme";
import { WhoProvider } from "./who";

/**
 * The theme alone, where there is nobody to make a page for.
 * @param nonce - of this answer: what the library writes into the page is let through by it
 */
export function Themed({ nonce, children }: { nonce: string; children: ReactNode }) {
  return (
    <MantineProvider
      theme={theme}
      cssVariablesResolver={cssVariables}
      defaultColorScheme="auto"
      getStyleNonce={() => nonce}
    >
      {children}
    </MantineProvider>
  );
}

/** Theme, person and rail round every page. */
export function Providers({
  person,
  nonce,
  onSettings,
  foot,
  children,
}: {
  person: PersonDto;
  nonce: string;
  onSettings: (change: Partial<SettingsDto>) => Promise<unknown>;
  /** Stands in the rail. */
  foot?: ReactNode;
  children: ReactNode;
}) {
  return (
    <Themed nonce={nonce}>
      <WhoProvider person={person} onSettings={onSettings}>
        <Frame foot={foot}>{children}</Frame>
      </WhoProvider>
    </Themed>
  );
}
