"use client";

import { Button } from "@mantine/core";
import { useEffect } from "react";

/** Asks for the page again; by itself once there is a network and the server answers on it. */
export function AgainButton() {
  useEffect(() => {
    // That a device is on some network does not mean that anybody answers there.
    const again = async () => {
      const answer = await fetch("/healthz").catch(() => undefined);
      if (answer?.ok) window.location.reload();
    };
    const online = () => void again();
    window.addEventListener("online", online);
    return () => window.removeEventListener("online", online);
  }, []);
  return <Button onClick={() => window.location.reload()}>Try the network again</Button>;
}
