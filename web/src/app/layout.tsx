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
import "@mantine/core/styles/ActionIcon.css";
import "@mantine/core/styles/PasswordInput.css";
import "@mantine/core/styles/Checkbox.css";
import "@/shell/tokens.css";
import letters from "@fontsource-variable/archivo/files/archivo-latin-standard-normal.woff2";
import { ColorSchemeScript, mantineHtmlProps } from "@mantine/core";
import type { Metadata, Viewport } from "next";
import { headers } from "next/headers";
import type { ReactNode } from "react";
import { sessionIdHere, type Visitor, visitorHere } from "@/access/index.server";
import { KeepDay, SendWaiting } from "@/features/on-device";
import { saveSettings } from "@/features/who/index.server";
import { Providers, Themed } from "@/shell/providers";

export const metadata: Metadata = {
  title: { default: "Yard Tack", template: "%s · Yard Tack" },
  description: "Readings at a pump turned into a duty point, a verdict and a log.",
};

export const viewport: Viewport = { width: "device-width", initialScale: 1 };

export const dynamic = "force-dynamic";

export default async function Layout({ children }: { children: ReactNode }) {
  const asked = await headers();
  // What stands in for a page with no network is the same for everybody.
  const shell = asked.get("x-path") === "/on-device";
  const visitor = shell ? undefined : await visitorHere();
  const nonce = asked.get("x-nonce") ?? "";
  return (
    <html lang="en" {...mantineHtmlProps}>
      <head>
        <link rel="preload" href={letters} as="font" type="font/woff2" crossOrigin="" />
        <ColorSchemeScript defaultColorScheme="auto" nonce={nonce} />
      </head>
      <body>
        {visitor ? (
          <Providers
            person={personOf(visitor)}
            onSettings={saveSettings}
            nonce={nonce}
            foot={<SendWaiting session={await sessionIdHere()} />}
          >
            {children}
            {visitor.role === "viewer" ? null : <KeepDay />}
          </Providers>
        ) : (
          <Themed nonce={nonce}>{children}</Themed>
        )}
      </body>
    </html>
  );
}

/** What goes to the browser of whoever is signed in. */
const personOf = ({ id, name, role, units, settings }: Visitor) => ({
  id,
  name,
  role,
  units,
  settings,
});
