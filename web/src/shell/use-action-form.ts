"use client";

import { useForm, type UseFormReturnType } from "@mantine/form";
import { zod4Resolver } from "mantine-form-zod-resolver";
import { type FormEvent, useActionState, useEffect, useEffectEvent } from "react";
import type * as z from "zod";
import { type FormAnswer, NO_ERRORS } from "./form-answer";

type Texts = Record<string, string>;

/**
 * A form that a server action takes: the same schema judges it here before it is sent and there again,
 * complaints stand at their fields, and the first of them is gone to.
 */
export function useActionForm<V extends Texts>(
  action: (before: FormAnswer, data: FormData) => Promise<FormAnswer>,
  schema: z.ZodType<unknown, V>,
  initialValues: V,
) {
  const [answer, send, pending] = useActionState(action, NO_ERRORS);
  const form: UseFormReturnType<V> = useForm<V>({
    initialValues,
    validate: zod4Resolver(schema),
    clearInputErrorOnChange: true,
  });
  const goTo = (errors: FormAnswer["errors"]) => {
    const first = Object.keys(errors).find((name) => name !== "");
    if (first) form.getInputNode(first)?.focus();
  };
  const show = useEffectEvent((errors: FormAnswer["errors"]) => {
    form.setErrors(errors);
    goTo(errors);
  });
  useEffect(() => show(answer.errors), [answer]);
  const onSubmit = (event: FormEvent) => {
    const { hasErrors, errors } = form.validate();
    if (!hasErrors) return;
    event.preventDefault();
    goTo(errors as FormAnswer["errors"]);
  };
  return {
    form,
    pending,
    /** What is wrong with the whole. */
    fault: answer.errors[""],
    props: { action: send, onSubmit, noValidate: true },
    /** What ties an input to its field. */
    field: (name: keyof V & string) => ({ name, ...form.getInputProps(name) }),
  };
}
