"use client";

import { may } from "@/access";
import { NativeSelect, Textarea, TextInput } from "@mantine/core";
import { FormEnd } from "@/shell/form-end";
import { wallTime } from "@/shell/times";
import { useWho } from "@/shell/who";
import { useActionForm } from "@/shell/use-action-form";
import { VISIT_KINDS } from "@/shell/visit-kinds";
import { callChange, callGiven, callingOff } from "../call-fields";
import { callOff, changeCall, giveCall } from "../change-call";
import type { SheetDto } from "../sheet-dto";
import classes from "./steps.module.css";

/** Puts a call right that was taken wrong, or closes it because nobody needs to go. */
export function CallChanges({ dto }: { dto: SheetDto }) {
  return (
    <>
      <GiveCall dto={dto} />
      <ChangeCall dto={dto} />
      <CallOff dto={dto} />
    </>
  );
}

function GiveCall({ dto }: { dto: SheetDto }) {
  const person = useWho();
  const { field, fault, pending, props } = useActionForm(giveCall, callGiven, {
    sheet: dto.id,
    to: dto.assignedTo ?? "",
  });
  // A technician takes a call or gives it back; to others a lead gives it.
  const choices = dto.hands.filter(
    (id) => id === dto.assignedTo || id === person.id || may(person.role, "direct"),
  );
  return (
    <form {...props} className={classes.form}>
      <input type="hidden" name="sheet" value={dto.id} />
      <NativeSelect
        label="Whose it is"
        description="Others may read on it; whoever it is of, or a lead, signs it."
        {...field("to")}
        data={[
          { value: "", label: "nobody in particular" },
          ...choices.map((id) => ({ value: id, label: dto.people[id] ?? "" })),
        ]}
      />
      <FormEnd fault={fault} pending={pending}>
        Say whose it is
      </FormEnd>
    </form>
  );
}

function ChangeCall({ dto }: { dto: SheetDto }) {
  const { field, fault, pending, props } = useActionForm(changeCall, callChange, {
    sheet: dto.id,
    kind: dto.kind,
    complaint: dto.complaint,
    due: wallTime(dto.dueAt, dto.pump.zone),
  });
  return (
    <form {...props} className={classes.form}>
      <input type="hidden" name="sheet" value={dto.id} />
      <NativeSelect label="What kind of visit" {...field("kind")} data={VISIT_KINDS} />
      <TextInput label="What is wrong, in a line" {...field("complaint")} />
      <TextInput type="datetime-local" label="When, by the clock there" {...field("due")} />
      <FormEnd fault={fault} pending={pending}>
        Change the call
      </FormEnd>
    </form>
  );
}

function CallOff({ dto }: { dto: SheetDto }) {
  const { field, fault, pending, props } = useActionForm(callOff, callingOff, {
    sheet: dto.id,
    reason: "",
  });
  return (
    <form {...props} className={classes.form}>
      <input type="hidden" name="sheet" value={dto.id} />
      <Textarea
        label="Why nobody needs to go"
        description="The sheet is closed and the log keeps this; what was noted on the sheet stays with it."
        rows={2}
        {...field("reason")}
      />
      <FormEnd fault={fault} pending={pending}>
        Call it off
      </FormEnd>
    </form>
  );
}
