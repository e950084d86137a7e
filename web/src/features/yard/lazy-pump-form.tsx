"use client";

import { type ComponentProps, lazy, Suspense } from "react";
import type { IdentityForm as IdentityOf } from "./identity-form";
import type { NewPumpForm as Form } from "./new-pump-form";

/** Asked for on its own page only: others come through the same door and do without its schema. */
const Loaded = lazy(() => import("./new-pump-form").then((m) => ({ default: m.NewPumpForm })));

const Identity = lazy(() => import("./identity-form").then((m) => ({ default: m.IdentityForm })));

/** The form of a pump's tag, family and place, with its schema. */
export function IdentityForm(props: ComponentProps<typeof IdentityOf>) {
  return (
    <Suspense fallback={null}>
      <Identity {...props} />
    </Suspense>
  );
}

/** The form of a new pump, with its schema. */
export function NewPumpForm(props: ComponentProps<typeof Form>) {
  return (
    <Suspense fallback={null}>
      <Loaded {...props} />
    </Suspense>
  );
}
