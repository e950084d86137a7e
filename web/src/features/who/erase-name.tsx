"use client";

import { Button } from "@mantine/core";
import { useState, useTransition } from "react";
import { erase } from "./roster-actions";

/** Makes a number of a name; asked twice, for it cannot be undone. */
export function EraseName({ id, name }: { id: string; name: string }) {
  const [pending, start] = useTransition();
  const [sure, setSure] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const go = () =>
    start(async () => {
      setFault(await erase(id).catch(() => "The server did not answer; nothing was changed."));
    });
  return (
    <>
      <Button variant="default" loading={pending} onClick={sure ? go : () => setSure(true)}>
        {sure ? `Yes, make a number of ${name} for good` : "Erase the name …"}
      </Button>
      {fault ? <p role="alert">{fault}</p> : null}
    </>
  );
}
