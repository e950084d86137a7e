"use client";

import { type RefObject, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { type PictureFacts, picturesLeft, type VisitState } from "@yard-tack/core/visit";
import { v4 as newId } from "uuid";
import {
  type CourierState,
  idOf,
  keepPhoto,
  keepPhotos,
  type KeptPhoto,
  makeCourier,
  makeHeld,
  onCleared,
  pauseFor,
  photosAcknowledged,
  photosRefused,
  photosWaiting,
  putPhoto,
  refusePhoto,
} from "@/features/device";
import { useWho } from "@/shell/who";
import type { SheetDto } from "./sheet-dto";

export interface SheetPhoto {
  readonly id: string;
  readonly about: PictureFacts["about"];
  readonly at: string;
  readonly width: number;
  readonly height: number;
  readonly url: string;
}

export interface RefusedPhoto {
  readonly id: string;
  readonly about: PictureFacts["about"];
  readonly at: string;
  readonly reason: string;
  /** There is still a picture that could be sent. */
  readonly whole: boolean;
}

export interface SheetPhotos {
  readonly list: readonly SheetPhoto[];
  readonly courier: CourierState;
  /** Pictures that the server did not take: on this device alone. */
  readonly refused: readonly RefusedPhoto[];
  /** Sends a picture that was refused once more. */
  readonly tryAgain: (id: string) => void;
  /** What the server has now: others take pictures too. */
  readonly came: (pictures: readonly PictureFacts[]) => void;
  /** Forgets a picture that was refused. */
  readonly drop: (id: string) => void;
  /** Keeps a picture that is upright and small, and sends it when it can. */
  readonly add: (
    about: PictureFacts["about"],
    picture: { blob: Blob; width: number; height: number },
  ) => Promise<void>;
}

/** Pictures of a sheet: the server's, and those this device still holds. */
export function usePhotos(
  dto: SheetDto,
  state: VisitState,
  clockFault: RefObject<number>,
): SheetPhotos {
  const who = useWho();
  const [own, setOwn] = useState<readonly SheetPhoto[]>([]);
  const [others, setOthers] = useState<readonly PictureFacts[]>([]);
  const [courier, setCourier] = useState<CourierState>({ kind: "looking" });
  const courierRef = useRef<ReturnType<typeof makeCourier<KeptPhoto>> | null>(null);
  const [refused, setRefused] = useState<readonly RefusedPhoto[]>([]);
  const [nowhere, setNowhere] = useState(0);
  const [held] = useState(() =>
    makeHeld<KeptPhoto>({ idOf, keepAll: keepPhotos, nowhere: setNowhere }),
  );

  useEffect(() => {
    const urls: string[] = [];
    const look = async () => setRefused((await photosRefused(dto.id)).map(refusedPhoto));
    const made = makeCourier<KeptPhoto>({
      waiting: () => held.waiting(() => photosWaiting(dto.id)),
      acknowledged: async (kept) => {
        const ids = kept.map((k) => k.id);
        held.gone(ids);
        // A device that cannot forget them sends them once more, which is harmless.
        await photosAcknowledged(ids).catch(() => undefined);
      },
      refused: async (list) => {
        held.gone(list.map((p) => p.id));
        for (const { id, reason, waitsFor } of list) await refusePhoto(id, reason, waitsFor);
        await look();
      },
      batch: 1,
      post: async ([photo]) => (photo ? putPhoto(photo) : { ok: true, kept: [], refused: [] }),
      now: () => new Date().toISOString(),
      pause: pauseFor,
      tell: setCourier,
    });
    courierRef.current = made;
    const load = async () => {
      const kept = await Promise.all((await photosWaiting(dto.id)).map(inMemory));
      for (const photo of kept) held.kept(photo);
      const shown = kept.map((k) => shownPhoto(k));
      urls.push(...shown.map((s) => s.url));
      if (shown.length > 0) setOwn((list) => [...shown, ...list]);
      await look();
    };
    void load()
      .catch(() => undefined)
      .then(() => made.nudge());
    const online = () => void made.nudge();
    window.addEventListener("online", online);
    const keptAgain = onCleared(online);
    return () => {
      made.stop();
      keptAgain();
      window.removeEventListener("online", online);
      for (const url of urls) URL.revokeObjectURL(url);
    };
  }, [dto.id, held]);

  const add = useCallback(
    async (
      about: PictureFacts["about"],
      picture: { blob: Blob; width: number; height: number },
    ) => {
      const photo: KeptPhoto = {
        ...picture,
        id: newId(),
        sheetId: dto.id,
        personId: who.id,
        at: new Date(Date.now() + clockFault.current).toISOString(),
        about,
      };
      // On its way from here on: a signature waits for it.
      setCourier({ kind: "keeping" });
      await keepPhoto(photo).catch((error: unknown) => {
        setCourier({ kind: "sent", at: null });
        throw error;
      });
      held.kept(photo);
      setOwn((list) => [...list, shownPhoto(photo)]);
      void courierRef.current?.nudge();
    },
    [dto.id, who.id, clockFault, held],
  );

  const settle = useCallback((id: string, how: Promise<void>) => {
    setRefused((list) => list.filter((p) => p.id !== id));
    void how.catch(() => undefined).then(() => courierRef.current?.nudge());
  }, []);
  const tryAgain = useCallback((id: string) => settle(id, refusePhoto(id, null)), [settle]);
  const drop = useCallback(
    (id: string) => {
      setOwn((list) => list.filter((p) => p.id !== id));
      held.gone([id]);
      settle(id, photosAcknowledged([id]));
    },
    [settle, held],
  );

  const list = useMemo(() => {
    const sent = [...dto.photos, ...others].map((f) => ({
      ...f,
      url: `/api/sheets/${dto.id}/photos/${f.id}`,
    }));
    const all = new Map([...sent, ...own].map((photo) => [photo.id, photo]));
    return picturesLeft([...all.values()], state);
  }, [dto.photos, others, dto.id, own, state]);
  // The same list where nothing is new: it is drawn from.
  const came = useCallback(
    (pictures: readonly PictureFacts[]) => {
      held.gone(pictures.map((p) => p.id));
      setOthers((before) => (before.length === pictures.length ? before : pictures));
    },
    [held],
  );
  const where: CourierState = nowhere > 0 ? { kind: "not-kept", count: nowhere } : courier;
  return { list, courier: where, refused, tryAgain, came, drop, add };
}

const refusedPhoto = ({ id, about, at, blob, refused = "" }: KeptPhoto): RefusedPhoto => ({
  ...{ id, about, at, reason: refused },
  whole: blob instanceof Blob,
});

/** Apart from the store: what is read from it goes when it is cleared. */
async function inMemory(photo: KeptPhoto): Promise<KeptPhoto> {
  const { blob } = photo;
  return { ...photo, blob: new Blob([await blob.arrayBuffer()], { type: blob.type }) };
}

const shownPhoto = ({ id, about, at, width, height, blob }: KeptPhoto): SheetPhoto => ({
  id,
  about,
  at,
  width,
  height,
  url: URL.createObjectURL(blob),
});
