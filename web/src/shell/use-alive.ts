"use client";

import { useSyncExternalStore } from "react";

const never = () => () => undefined;

/**
 * Whether the page has come alive: false on the server and in the first drawing here, which has to be the
 * server's; true from then on.
 */
export const useAlive = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
