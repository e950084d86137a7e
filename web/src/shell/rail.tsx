"use client";

import { useComputedColorScheme, useMantineColorScheme } from "@mantine/core";
import { useHotkeys } from "@mantine/hooks";
import {
  IconBuildingFactory,
  IconClipboardText,
  IconDropletHalf2,
  IconListDetails,
  IconMoon,
  IconSearch,
  IconSun,
  IconUser,
} from "@tabler/icons-react";
import Link from "next/link";
import { usePathname } from "next/navigation";
import dynamic from "next/dynamic";
import { type ReactNode, useState } from "react";
import { GlovesSwitch } from "./gloves-switch";
import { useGo } from "./go";
import { KeysDialog } from "./keys-dialog";
import { useAlive } from "./use-alive";
import { useWho } from "./who";
import classes from "./rail.module.css";

/** Fetched when it is first asked for. */
const FindBox = dynamic(() => import("./find-box").then((m) => m.FindBox), { ssr: false });

const PLACES = [
  {
    href: "/",
    label: "Slate",
    icon: IconClipboardText,
    owns: (p: string) => p === "/" || p.startsWith("/sheet") || p.startsWith("/call"),
  },
  {
    href: "/yard",
    label: "Yard",
    icon: IconBuildingFactory,
    owns: (p: string) => p.startsWith("/yard"),
  },
  { href: "/log", label: "Log", icon: IconListDetails, owns: (p: string) => p.startsWith("/log") },
  {
    href: "/priming",
    label: "Bench",
    icon: IconDropletHalf2,
    owns: (p: string) => p.startsWith("/priming"),
  },
] as const;

/** The narrow rail and the page beside it. @param foot - above what belongs to the person */
export function Frame({ foot, children }: { foot?: ReactNode; children: ReactNode }) {
  const path = usePathname();
  const go = useGo();
  const who = useWho();
  const { setColorScheme } = useMantineColorScheme();
  const scheme = useComputedColorScheme("light", { getInitialValueInEffect: true });
  // What was chosen is known to this device alone: the server drew the day.
  const night = useAlive() && scheme === "dark";
  const [finding, setFinding] = useState(0);
  const find = () => setFinding((n) => n + 1);
  useHotkeys([
    ["/", find],
    ["mod+K", find],
    ["alt+1", () => go.to("/")],
    ["alt+2", () => go.to("/yard")],
    ["alt+3", () => go.to("/log")],
    ["alt+4", () => go.to("/priming")],
  ]);
  const onSheet = path.startsWith("/sheet/") ? true : undefined;
  return (
    <div className={classes.frame} data-gloves={who.settings.gloves || undefined}>
      <nav className={`${classes.rail} no-print`} aria-label="Places" data-on-sheet={onSheet}>
        <a className={classes.skip} href="#page">
          Skip to the page
        </a>
        {PLACES.map(({ href, label, icon: Icon, owns }) => (
          <Link
            key={href}
            href={href}
            className={classes.place}
            aria-current={owns(path) ? "page" : undefined}
          >
            <Icon size={20} stroke={1.7} aria-hidden />
            {label}
          </Link>
        ))}
        <button type="button" className={classes.switch} onClick={find}>
          <IconSearch size={20} stroke={1.7} aria-hidden />
          Find
        </button>
        <div className={classes.foot}>
          {foot}
          <Link href={`/who?back=${encodeURIComponent(path)}`} className={classes.place}>
            <IconUser size={20} stroke={1.7} aria-hidden />
            {who.units === "us" ? "US units" : "Metric"}
            <span className="sr-only">, {who.name}: change who is here</span>
          </Link>
          <GlovesSwitch className={classes.switch} />
          <button
            type="button"
            className={classes.switch}
            onClick={() => setColorScheme(night ? "light" : "dark")}
          >
            {night ? (
              <IconSun size={20} stroke={1.7} aria-hidden />
            ) : (
              <IconMoon size={20} stroke={1.7} aria-hidden />
            )}
            {night ? "Day" : "Night"}
          </button>
        </div>
      </nav>
      <div id="page" className={classes.main} data-on-sheet={onSheet}>
        {children}
      </div>
      <KeysDialog />
      {finding > 0 ? <FindBox asked={finding} /> : null}
    </div>
  );
}
