"use client";

import { createContext, type ReactNode, useContext } from "react";
import type { PersonDto } from "./preferences";

const Who = createContext<PersonDto | null>(null);

export function WhoProvider({ person, children }: { person: PersonDto; children: ReactNode }) {
  return <Who value={person}>{children}</Who>;
}

/** The person at the device. */
export function useWho(): PersonDto {
  const person = useContext(Who);
  if (!person) throw new Error("useWho needs a WhoProvider");
  return person;
}
