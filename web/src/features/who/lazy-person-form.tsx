"use client";

import { lazy, Suspense } from "react";

/** Asked for on first use: the frame round every page knows of it, and hardly ever needs it. */
const Form = lazy(() => import("./new-person-form").then((m) => ({ default: m.NewPersonForm })));

/** {@link NewPersonForm} with its schema, loaded when it is shown. */
export function LazyPersonForm({ back }: { back: string }) {
  return (
    <Suspense fallback={null}>
      <Form back={back} />
    </Suspense>
  );
}
