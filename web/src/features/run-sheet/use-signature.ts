"use client";

import {
  type RefObject,
  useCallback,
  useEffect,
  useEffectEvent,
  useState,
  useTransition,
} from "react";
import {
  type CourierState,
  forgetSignature,
  isBehind,
  keepSignature,
  type KeptSignature,
  onCleared,
  putSignature,
  signatureOf,
} from "@/features/device";
import { useGo } from "@/shell/go";
import { useWho } from "@/shell/who";
import type { SignOffForm } from "./sign-off-form";
import type { SheetDto } from "./sheet-dto";

/** Tried again after so long [ms]. */
const AGAIN = 5000;

export interface SheetSignature {
  /** Given on this device, and not with the server yet, or refused by it. */
  readonly made: KeptSignature | null;
  /** It is asked for at this moment. */
  readonly sending: boolean;
  /** Keeps it on this device; it goes behind everything that it is under. Fails where the device keeps nothing. */
  readonly sign: (form: SignOffForm) => Promise<void>;
  readonly takeBack: () => void;
}

/** The signature of this sheet: kept on the device first, sent once everything under it is. */
export function useSignature(
  dto: SheetDto,
  { entries, photos, aside }: { entries: CourierState; photos: CourierState; aside: boolean },
  clockFault: RefObject<number>,
): SheetSignature {
  const who = useWho();
  const go = useGo();
  const [made, setMade] = useState<KeptSignature | null>(null);
  const [sending, start] = useTransition();
  const [tries, setTries] = useState(0);
  useEffect(() => {
    const load = async () => setMade((await signatureOf(dto.id)) ?? null);
    void load().catch(() => undefined);
  }, [dto.id]);

  const keepAgain = useEffectEvent(() => {
    if (made) void keepSignature(made).catch(() => undefined);
  });
  useEffect(() => onCleared(() => keepAgain()), []);

  const sign = useCallback(
    async (form: SignOffForm) => {
      const at = new Date(Date.now() + clockFault.current).toISOString();
      const signature: KeptSignature = { sheetId: dto.id, personId: who.id, at, form };
      await keepSignature(signature);
      setMade(signature);
    },
    [dto.id, who.id, clockFault],
  );
  const takeBack = useCallback(() => {
    setMade(null);
    void forgetSignature(dto.id).catch(() => undefined);
  }, [dto.id]);

  const later = () => setTimeout(() => setTries((n) => n + 1), AGAIN);
  const send = useEffectEvent(async (signature: KeptSignature) => {
    // What the store still holds counts, whatever this page has seen of it; a device that keeps nothing holds nothing.
    if (await isBehind(dto.id).catch(() => false)) {
      later();
      return;
    }
    const answer = await putSignature(signature);
    if (answer.ok) {
      await forgetSignature(dto.id).catch(() => undefined);
      forgetSignDraft(dto.id);
      go.to(`/log/${answer.logEntryId}`);
    } else if ("refused" in answer) {
      const refused = { ...signature, refused: answer.refused };
      setMade(refused);
      await keepSignature(refused).catch(() => undefined);
    } else later();
  });
  const free = entries.kind === "sent" && photos.kind === "sent" && !aside;
  const due = made !== null && !made.refused && free ? made : null;
  useEffect(() => {
    if (due) start(() => send(due));
  }, [due, tries]);
  return { made, sending, sign, takeBack };
}

const draftKey = (sheetId: string) => `yard-sign-${sheetId}`;

/** The form as it was left on this device. */
export function keptSignDraft(sheetId: string): object {
  try {
    return JSON.parse(localStorage.getItem(draftKey(sheetId)) ?? "{}") as object;
  } catch {
    return {};
  }
}

/** Keeps the form as it stands. */
export const keepSignDraft = (sheetId: string, form: object): void =>
  localStorage.setItem(draftKey(sheetId), JSON.stringify(form));

const forgetSignDraft = (sheetId: string): void => localStorage.removeItem(draftKey(sheetId));
