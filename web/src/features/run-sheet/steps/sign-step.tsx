"use client";

import type { BoardView } from "@yard-tack/core/board";
import { CAUSE_IDS, type CauseId, CLOSINGS } from "@yard-tack/core/case";
import { type ProposedPromise, proposedPromises } from "@yard-tack/core/procedure";
import { nextRound } from "@yard-tack/core/upkeep";
import { hoursOf } from "@yard-tack/core/visit";
import { Button, NativeSelect, Textarea } from "@mantine/core";
import { type FormEvent, useMemo, useState } from "react";
import type { SignOffForm } from "../sign-off-form";
import { missingFor } from "../sign-off-rules";
import { keepSignDraft, keptSignDraft } from "../use-signature";
import { type Promised, Promises, withProposed, withWanted } from "./promises";
import type { SheetDto } from "../sheet-dto";
import { setAsideOf } from "../aside-panel";
import type { Sheet } from "../use-sheet";
import classes from "./steps.module.css";

/** Why readings are kept as a fingerprint; nothing is kept unless a reason is chosen. */
const FINGERPRINTS = [
  { value: "", label: "do not keep them" },
  { value: "commissioning", label: "commissioning" },
  { value: "found sound", label: "found sound" },
  { value: "after repair", label: "after repair, proven" },
  { value: "after overhaul", label: "after overhaul" },
] as const;

type VisitEnd = (typeof CLOSINGS)[number];
/** What a round says that finds nothing; whoever signs may say more. */
const NOTHING_FOUND = "Read and found as it should be.";

const closingOf = (text: string): VisitEnd | "" => CLOSINGS.find((c) => c === text) ?? "";
const causeOf = (text: string): CauseId | null => CAUSE_IDS.find((c) => c === text) ?? null;

/** The only commitment of a visit: what was found, done and proven. */
export function SignStep({ sheet, view }: { sheet: Sheet; view: BoardView | null }) {
  const [fault, setFault] = useState<{ message: string; field?: string } | null>(null);
  const { made, sending, sign } = sheet.signature;
  const problem = fault ?? made?.refused ?? null;
  const leading = view?.causes[0];
  const suggestion =
    leading && leading.probability > 0.5 && leading.id !== "healthy" ? `${leading.name}.` : "";
  const [form, setForm] = useSignDraft(sheet.dto.id, {
    // What a hand does not choose is not signed.
    closed: "",
    found: "",
    done: "",
    proof: "",
    was: null,
    promises: [],
    fingerprint: "",
  });
  const { zone } = sheet.dto.pump;
  const proposed = useMemo(
    () => [
      ...proposedPromises(sheet.state),
      ...(sheet.dto.kind === "round" ? [roundAfter(sheet.dto.round, sheet.state)] : []),
    ],
    [sheet.state, sheet.dto],
  );
  const promises = withWanted(withProposed(form.promises, proposed, zone), form.closed, zone);
  const causes = useMemo(
    () => (view?.causes ?? []).map((c) => ({ value: c.id, label: c.name })),
    [view],
  );
  const behind = behindWhat(sheet);
  const setAside = setAsideOf(sheet);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const asked = { ...form, promises: promises.flatMap(({ on, ...p }) => (on ? [p] : [])) };
    const hasAfter = [...sheet.state.readings.values()].some(
      (r) => r.snapshot === "after" && r.si !== null,
    );
    const missing = missingFor(asked, hasAfter) ?? null;
    setFault(missing);
    if (missing) return;
    void sign(asked).catch(() =>
      setFault({
        message:
          "This device keeps nothing (its storage is full or denied): nothing was signed. Everything typed is kept on this screen.",
      }),
    );
  };
  const errorOf = (field: string) => (problem?.field === field ? problem.message : undefined);
  return (
    <section className={classes.body}>
      <h2>Sign off</h2>
      <form onSubmit={submit} className={classes.form} noValidate>
        <NativeSelect
          label="The visit ends"
          value={form.closed}
          data={[{ value: "", label: "choose" }, ...CLOSINGS]}
          error={errorOf("closed")}
          onChange={(e) => {
            const closed = closingOf(e.target.value);
            const quiet = sheet.dto.kind === "round" && closed === "as it should be";
            setForm({ ...form, closed, found: form.found || (quiet ? NOTHING_FOUND : "") });
          }}
        />
        <Textarea
          label="Found"
          autosize={false}
          rows={3}
          value={form.found}
          error={errorOf("found")}
          onChange={(e) => setForm({ ...form, found: e.target.value })}
        />
        {suggestion !== "" && form.found.trim() === "" ? (
          <Button variant="default" onClick={() => setForm({ ...form, found: suggestion })}>
            Take over from the Board: {suggestion}
          </Button>
        ) : null}
        <NativeSelect
          label="What it really was"
          description="As found when it was opened, tested or mended; whatever the Board held likeliest."
          value={form.was ?? ""}
          data={[{ value: "", label: "not settled" }, ...causes]}
          error={errorOf("was")}
          onChange={(e) => setForm({ ...form, was: causeOf(e.target.value) })}
        />
        <Textarea
          label="Done"
          autosize={false}
          rows={3}
          value={form.done}
          onChange={(e) => setForm({ ...form, done: e.target.value })}
        />
        <Textarea
          label="Proof, or why there is none"
          description={leading?.proof ? `Usual proof: ${leading.proof}` : undefined}
          autosize={false}
          rows={2}
          value={form.proof}
          error={errorOf("proof")}
          onChange={(e) => setForm({ ...form, proof: e.target.value })}
        />
        {form.closed === "cured" || form.closed === "as it should be" ? (
          <NativeSelect
            label="Keep these readings as this pump's fingerprint"
            description="Later visits are compared with its fingerprints; the oldest stays."
            value={form.fingerprint}
            data={[...FINGERPRINTS]}
            error={errorOf("fingerprint")}
            onChange={(e) => setForm({ ...form, fingerprint: e.target.value })}
          />
        ) : null}
        <Promises
          promises={promises}
          zone={zone}
          fault={errorOf("promises")}
          onChange={(next) => setForm({ ...form, promises: next })}
        />
        {problem && !problem.field ? (
          <p role="alert" className={classes.alert}>
            {problem.message}
          </p>
        ) : null}
        {sheet.here.length > 0 ? (
          <p data-testid="others-at-it">
            {sheet.here.map((o) => o.name).join(", ")} {sheet.here.length === 1 ? "has" : "have"}{" "}
            this sheet open too. What is typed there after the signature is kept, and goes into the
            log as an addendum.
          </p>
        ) : null}
        {behind.says ? <p className={classes.alert}>{behind.says}</p> : null}
        {setAside > 0 ? (
          <p className={classes.alert}>
            Something is set aside and would not be in the log: mend it or drop it first, at the
            top.
          </p>
        ) : null}
        <Button
          type="submit"
          color="redLead.5"
          loading={sending}
          disabled={behind.holds || setAside > 0}
        >
          Sign and write the log
        </Button>
      </form>
    </section>
  );
}

/** What a signature goes behind, and whether it cannot be given before that is settled. */
function behindWhat({ courier, photos }: Sheet): {
  readonly holds: boolean;
  readonly says?: string;
} {
  const kinds = [courier.kind, photos.courier.kind];
  if (kinds.every((k) => k === "sent")) return { holds: false };
  if (kinds.some((k) => k === "keeping" || k === "looking"))
    return {
      holds: true,
      says: "Something is being written down; the signature can be given in a moment.",
    };
  if (kinds.some((k) => k === "not-kept" || k === "refused"))
    return {
      holds: true,
      says: "Something of this sheet is not where it belongs, see the top; it would not be in the log.",
    };
  // On the way, or waiting for signal: each try would bar a hand that signs between two of them.
  return {
    holds: false,
    says: "Some readings or pictures are still only on this device. The signature is kept here too, and goes to the server behind them.",
  };
}

/** The round after this one: by the calendar, or by the hours it runs. */
function roundAfter(
  rule: SheetDto["round"],
  state: Sheet["state"],
): ProposedPromise & { kind: "round" } {
  const now = Date.now();
  const hours = hoursOf(state);
  const counter = hours === undefined ? rule.counter : [...rule.counter, { at: now, hours }];
  const next = nextRound(rule, now, counter);
  const by = next.dueHours === null ? "" : `, or at ${Math.round(next.dueHours)} h on its counter`;
  return { kind: "round", what: `Next round${by}`, after: (next.at - now) / 3_600_000 };
}

/** As it stands: nothing may be chosen yet. */
type Fields = Omit<SignOffForm, "closed" | "promises"> & {
  readonly closed: VisitEnd | "";
  readonly promises: readonly Promised[];
};

/** The form as it was left on this device. The step is never drawn on the server. */
function useSignDraft(sheetId: string, initial: Fields) {
  const [form, setForm] = useState<Fields>(() => ({ ...initial, ...keptSignDraft(sheetId) }));
  const set = (next: Fields) => {
    setForm(next);
    keepSignDraft(sheetId, next);
  };
  return [form, set] as const;
}
