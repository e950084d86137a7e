import "@fontsource-variable/archivo/standard.css";
import "@fontsource-variable/commissioner/wght.css";
import "@mantine/core/styles/baseline.css";
import "@mantine/core/styles/default-css-variables.css";
import "@mantine/core/styles/global.css";
import "@mantine/core/styles/UnstyledButton.css";
import "@mantine/core/styles/Button.css";
import "@mantine/core/styles/Loader.css";
import "@mantine/core/styles/Input.css";
import "@mantine/core/styles/InlineInput.css";
import "@mantine/core/styles/NumberInput.css";
import "@/shell/tokens.css";
import { ColorSchemeScript, mantineHtmlProps } from "@mantine/core";
import type { Metadata, Viewport } from "next";
import type { ReactNode } from "react";
import { FirstPerson } from "@/features/who";
import { personHere, saveSettings } from "@/features/who/index.server";
import { Providers, Themed } from "@/shell/providers";

export const metadata: Metadata = {
  title: { default: "Yard Tack", template: "%s · Yard Tack" },
  description: "Readings at a pump turned into a duty point, a verdict and a log.",
};

export const viewport: Viewport = { width: "device-width", initialScale: 1 };

export const dynamic = "force-dynamic";

export default async function Layout({ children }: { children: ReactNode }) {
  const person = await personHere();
  return (
    <html lang="en" {...mantineHtmlProps}>
      <head>
        <ColorSchemeScript defaultColorScheme="auto" />
      </head>
      <body>
        {person ? (
          <Providers person={person} onSettings={saveSettings}>
            {children}
          </Providers>
        ) : (
          <Themed>
            <FirstPerson />
          </Themed>
        )}
      </body>
    </html>
  );
}
