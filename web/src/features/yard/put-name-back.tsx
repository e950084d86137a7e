"use client";

import { PutBack } from "@/shell/put-back";
import { day } from "@/shell/times";
import { putNameBack } from "./change-identity";
import type { IdentityDto } from "./server";
import { familyWords } from "./words";

/** What a pump was called, and where it stood, before the last change of it; put back by a tap. */
export function PutNameBack({ dto }: { dto: IdentityDto }) {
  const { earlier, changedAt, changedBy } = dto;
  if (!earlier || !changedAt) return null;
  const now = dto.places.find((p) => p.id === dto.siteId);
  const was = [
    ...(earlier.tag === dto.tag ? [] : [earlier.tag]),
    ...(earlier.family === dto.family ? [] : [familyWords(earlier.family)]),
    ...(earlier.purpose === dto.purpose ? [] : [earlier.purpose || "for no stated purpose"]),
    ...(earlier.site.id === dto.siteId && earlier.site.name === now?.name
      ? []
      : [`at ${earlier.site.name}`]),
    ...(earlier.site.zone === dto.zone ? [] : [`in the zone ${earlier.site.zone}`]),
  ];
  return (
    <PutBack back={() => putNameBack(dto.pumpId)}>
      Changed {day(changedAt.toISOString(), dto.zone)}
      {changedBy ? ` by ${changedBy}` : ""}. Before it was{" "}
      <b>{was.length === 0 ? "as it is" : was.join(", ")}</b>.
    </PutBack>
  );
}
