"use client";

import { OBSERVATIONS } from "@yard-tack/core/diagnosis";
import { Loader, NativeSelect, Textarea, TextInput } from "@mantine/core";
import { useDebouncedValue } from "@mantine/hooks";
import { useEffect, useEffectEvent, useState, useTransition } from "react";
import { Fields } from "@/shell/fields";
import { FormEnd } from "@/shell/form-end";
import { PageHead } from "@/shell/page-head";
import { useActionForm } from "@/shell/use-action-form";
import { VISIT_KINDS } from "@/shell/visit-kinds";
import { callFields } from "./call-fields";
import { type Choices, choicesFor } from "./choices";
import { takeCall } from "./new-call";
import { toldOf } from "./told-chips";
import classes from "./new-call.module.css";

const CHIPS = OBSERVATIONS.filter(
  (o) => o.id.startsWith("complaint.") || o.id.startsWith("onset."),
);

/** A call: which pump, what is wrong, since when. */
export function NewCallForm({
  first,
  chosen,
}: {
  /** Pumps to choose from before anything was looked for. */
  first: Choices;
  chosen: string;
}) {
  const { form, field, fault, pending, props } = useActionForm(takeCall, callFields, {
    pump: chosen,
    kind: "call",
    complaint: "",
    due: "",
    note: "",
  });
  const [sought, setSought] = useState("");
  const [{ pumps, more }, setChoices] = useState(first);
  const [searching, search] = useTransition();
  const [settled] = useDebouncedValue(sought, 250);
  // What is chosen stays among the choices, whatever is looked for then.
  const keep = form.values.pump || undefined;
  const find = useEffectEvent((text: string) =>
    search(async () => {
      const found = await choicesFor(text, keep).catch(() => undefined);
      if (found) setChoices(found);
    }),
  );
  useEffect(() => {
    if (first.more) find(settled);
  }, [first.more, settled]);
  const [codes, setCodes] = useState<readonly string[]>([]);
  // Until the pump's own are known, or when they cannot be had, all of them stand there.
  const [told, setTold] = useState<{ pump: string; ids: readonly string[] | undefined }>();
  const { pump } = form.values;
  const ask = useEffectEvent((of: string) =>
    search(async () => setTold({ pump: of, ids: await toldOf(of).catch(() => undefined) })),
  );
  useEffect(() => {
    if (pump !== "") ask(pump);
  }, [pump]);
  const own = told?.pump === pump ? told.ids : undefined;
  const chips = CHIPS.filter((o) => !own || codes.includes(o.id) || own.includes(o.id));
  const toggle = (id: string) =>
    setCodes(codes.includes(id) ? codes.filter((c) => c !== id) : [...codes, id]);
  return (
    <main>
      <PageHead title="New call" about="It opens the run sheet at once." />
      <form {...props} className={classes.form}>
        <Fields>
          {first.more ? (
            <TextInput
              label="Find the pump"
              description="Words of its tag, its purpose or its place narrow the list down"
              autoComplete="off"
              value={sought}
              onChange={(e) => setSought(e.currentTarget.value)}
              rightSection={searching ? <Loader size="xs" /> : null}
            />
          ) : null}
          <NativeSelect
            label="Pump"
            {...field("pump")}
            data={[
              { value: "", label: more ? "choose, of the first of many" : "choose" },
              ...pumps.map((p) => ({ value: p.id, label: p.name })),
            ]}
          />
          <NativeSelect label="What kind of visit" {...field("kind")} data={VISIT_KINDS} />
          <TextInput label="What is wrong, in a line" {...field("complaint")} />
          <fieldset className={classes.chips}>
            <legend>And by chips</legend>
            {chips.map((o) => (
              <button
                key={o.id}
                type="button"
                aria-pressed={codes.includes(o.id)}
                onClick={() => toggle(o.id)}
              >
                {o.name}
              </button>
            ))}
            {codes.map((c) => (
              <input key={c} type="hidden" name="codes" value={c} />
            ))}
          </fieldset>
          <TextInput
            type="datetime-local"
            label="When, by the clock there"
            description="Left empty: now"
            {...field("due")}
          />
          <Textarea label="In the caller's words" rows={3} {...field("note")} />
          <FormEnd fault={fault} pending={pending}>
            Open the run sheet
          </FormEnd>
        </Fields>
      </form>
    </main>
  );
}
