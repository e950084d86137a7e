/** What a form's action answers when it could not do it; it is left behind when it could. */
import type * as z from "zod";

export interface FormAnswer {
  /** What is wrong by the name of its field; under an empty name, with the whole. */
  readonly errors: Readonly<Record<string, string>>;
}

export const NO_ERRORS: FormAnswer = { errors: {} };

/** The first complaint about each field. */
export function answerOf(error: z.ZodError): FormAnswer {
  const errors: Record<string, string> = {};
  for (const { path, message } of error.issues) errors[String(path[0] ?? "")] ??= message;
  return { errors };
}

/** A complaint about one field, or about the whole. */
export const wrong = (message: string, field = ""): FormAnswer => ({
  errors: { [field]: message },
});
