"use client";

import { Button } from "@mantine/core";
import { useEffect } from "react";

/** Asks for the page again; by itself when the device says that there is a network. */
export function AgainButton() {
  useEffect(() => {
    const again = () => window.location.reload();
    window.addEventListener("online", again);
    return () => window.removeEventListener("online", again);
  }, []);
  return <Button onClick={() => window.location.reload()}>Try the network again</Button>;
}
