"use client";

import type { SheetId } from "@yard-tack/core/case";
import dynamic from "next/dynamic";
import { useEffect, useState } from "react";
import {
  type KeptSheet as Kept,
  keptSheet,
  keptSheets,
  unsentSheets,
  whoWasHere,
} from "@/features/device";
import { type KeptHere, keptHere, SHEET_SHAPE, type SheetDto } from "@/features/run-sheet";
import type { PersonDto, SettingsDto } from "@/shell/preferences";
import { ByTheBrowser } from "@/shell/go";
import { Frame } from "@/shell/rail";
import { WhoProvider } from "@/shell/who";
import { DayHere, type DaySheet } from "./day-here";
import { KeptSheet } from "./kept-sheet";
import { NotHere } from "./not-here";
import { SendWaiting } from "./send-waiting";
import { WaitingPage } from "./waiting-page";

/** Fetched when it is asked for: it reads whole pumps. */
const NewCallHere = dynamic(() => import("./new-call-here").then((m) => m.NewCallHere), {
  ssr: false,
});

/** What this device has of the page that was asked for. */
type Found =
  | { readonly what: "nobody" }
  | {
      readonly what: "sheet";
      readonly who: PersonDto;
      readonly dto: SheetDto;
      readonly kept: KeptHere;
    }
  | { readonly what: "day"; readonly who: PersonDto; readonly sheets: readonly DaySheet[] }
  | { readonly what: "not-here"; readonly who: PersonDto; readonly isSheet: boolean }
  | { readonly what: "waiting"; readonly who: PersonDto }
  | { readonly what: "call"; readonly who: PersonDto; readonly sheets: readonly SheetDto[] }
  | { readonly what: "no-store" };

const SHEET = /^\/sheet\/([0-9a-f-]{36})$/;

async function look(path: string): Promise<Found> {
  const [, asked] = SHEET.exec(path) ?? [];
  // Of the shape of an id: whether there is such a sheet, the store says.
  const id = asked as SheetId | undefined;
  // All at once: whoever waits for it stands at a pump.
  const here = whoWasHere();
  const [who, sheet, kept] = await Promise.all([
    here,
    id === undefined ? undefined : keptSheet(id),
    id === undefined ? undefined : here.then((w) => w && keptHere(id, w.id)),
  ]);
  if (!who) return { what: "nobody" };
  if (kept) {
    const dto = readKept(sheet);
    return dto ? { what: "sheet", who, dto, kept } : { what: "not-here", who, isSheet: true };
  }
  if (path === "/waiting") return { what: "waiting", who };
  if (path === "/call") {
    const sheets = (await keptSheets()).flatMap((kept) => readKept(kept) ?? []);
    return { what: "call", who, sheets };
  }
  if (path !== "/") return { what: "not-here", who, isSheet: false };
  const unsent = await unsentSheets();
  const sheets = (await keptSheets()).flatMap((kept): DaySheet[] => {
    const dto = readKept(kept);
    if (!dto || (dto.signedAt !== null && !unsent.has(kept.id))) return [];
    return [{ dto, unsent: unsent.has(kept.id) }];
  });
  return { what: "day", who, sheets: sheets.toSorted(byDue) };
}

const byDue = (a: DaySheet, b: DaySheet) => a.dto.dueAt.localeCompare(b.dto.dueAt);

/** A sheet as this device kept it; undefined where there is none, one of another shape, or what is left of one. */
function readKept(kept: Kept | undefined): SheetDto | undefined {
  if (kept?.shape !== SHEET_SHAPE) return undefined;
  const { keptAt, clockFault, id } = kept;
  const dto = kept.dto as Partial<SheetDto> | null;
  const words = [dto?.dueAt, dto?.pump?.tag, dto?.pump?.zone];
  const isWhole =
    dto?.id === id && Array.isArray(dto.entries) && words.every((w) => typeof w === "string");
  return isWhole ? { ...(dto as SheetDto), device: { keptAt, clockFault } } : undefined;
}

/** Stands in for a page that cannot be had: what this device keeps of it. */
export function OnDevice({
  onSettings,
}: {
  onSettings: (change: Partial<SettingsDto>) => Promise<unknown>;
}) {
  const [found, setFound] = useState<Found | null>(null);
  useEffect(() => {
    const load = async () => {
      const { pathname } = window.location;
      // Asked for by its own name it is no page of anything.
      const next = await look(pathname === "/on-device" ? "/" : pathname).catch((): Found => ({
        what: "no-store",
      }));
      setFound(next);
    };
    void load();
  }, []);
  if (!found) return null;
  if (found.what === "nobody" || found.what === "no-store")
    return <NotHere why={found.what} frame={false} />;
  return (
    <ByTheBrowser>
      <WhoProvider person={found.who} onSettings={onSettings}>
        <Frame foot={<SendWaiting />}>
          {found.what === "sheet" ? (
            <KeptSheet dto={found.dto} kept={found.kept} />
          ) : found.what === "call" ? (
            <NewCallHere sheets={found.sheets} />
          ) : found.what === "waiting" ? (
            <WaitingPage device />
          ) : found.what === "day" ? (
            <DayHere sheets={found.sheets} />
          ) : (
            <NotHere why={found.isSheet ? "sheet" : "page"} frame />
          )}
        </Frame>
      </WhoProvider>
    </ByTheBrowser>
  );
}
