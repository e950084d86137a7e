"use client";

import { createContext, type ReactNode, useCallback, useContext, useMemo, useState } from "react";
import type { PersonDto, SettingsDto } from "./preferences";

interface Here {
  readonly person: PersonDto;
  readonly change: (change: Partial<SettingsDto>) => void;
}

const Who = createContext<Here | null>(null);

/** Who is at the device; what they set counts at once and is kept by the server behind it. */
export function WhoProvider({
  person,
  onSettings,
  children,
}: {
  person: PersonDto;
  onSettings: (change: Partial<SettingsDto>) => Promise<unknown>;
  children: ReactNode;
}) {
  const [changed, setChanged] = useState<Partial<SettingsDto>>({});
  const change = useCallback(
    (next: Partial<SettingsDto>) => {
      setChanged((old) => ({ ...old, ...next }));
      // Without a server it counts on this device until the page is loaded again.
      onSettings(next).catch(() => undefined);
    },
    [onSettings],
  );
  const here = useMemo(
    () => ({ person: { ...person, settings: { ...person.settings, ...changed } }, change }),
    [person, changed, change],
  );
  return <Who value={here}>{children}</Who>;
}

function useHere(): Here {
  const here = useContext(Who);
  if (!here) throw new Error("useWho needs a WhoProvider");
  return here;
}

/** The person at the device. */
export const useWho = (): PersonDto => useHere().person;

/** What the person set, and a way to change it. */
export function useSettings(): [SettingsDto, Here["change"]] {
  const { person, change } = useHere();
  return [person.settings, change];
}
