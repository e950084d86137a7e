"use client";

import {
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  pointerWithin,
  rectIntersection,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import type { CollisionDetection, KeyboardCoordinateGetter } from "@dnd-kit/core";
import { Button } from "@mantine/core";
import { IconGripVertical } from "@tabler/icons-react";
import {
  createContext,
  Fragment,
  type ReactNode,
  use,
  useId,
  useState,
  useTransition,
} from "react";
import { moveToDay } from "./move-to-day";
import classes from "./slate.module.css";

/** A day that something can be moved to. */
export interface MoveDay {
  /** ISO 8601. */
  readonly day: string;
  /** "tomorrow, Mon 30 Nov". */
  readonly name: string;
  /** Tags of what is due then. */
  readonly tags: readonly string[];
}

interface Moved {
  readonly words: string;
  /** What takes it back. */
  readonly back?: { readonly id: string; readonly what: "call" | "promise"; readonly day: string };
}

/** Whether a move is on its way. */
const Moving = createContext(false);

/** What is carried: a call or a promise, and the day it is due now. */
interface Carried {
  readonly what: "call" | "promise";
  readonly name: string;
  readonly day: string;
}

/** The pointer decides; the keys carry a corner from day to day. */
const over: CollisionDetection = (args) =>
  args.pointerCoordinates ? pointerWithin(args) : rectIntersection(args);

/** Up and down go from day to day. */
const nextDay: KeyboardCoordinateGetter = (event, { context }) => {
  const step = { ArrowDown: 1, ArrowRight: 1, ArrowUp: -1, ArrowLeft: -1 }[event.code];
  if (step === undefined) return undefined;
  event.preventDefault();
  const days = [...context.droppableRects].sort(([, a], [, b]) => a.top - b.top);
  const at = days.findIndex(([id]) => id === context.over?.id);
  const [, rect] = days[Math.min(days.length - 1, Math.max(0, at + step))] ?? [];
  return rect && { x: rect.left + 4, y: rect.top + 4 };
};

/** Lets what waits be carried to another day, with a finger, a mouse or the keys; the last move is taken back by a tap. */
export function MoveDays({ days, children }: { days: readonly MoveDay[]; children: ReactNode }) {
  const id = useId();
  const [said, setSaid] = useState<Moved | null>(null);
  const [pending, start] = useTransition();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: nextDay }),
  );
  const nameOf = (day: string | number) => days.find((d) => d.day === day)?.name ?? "another day";
  const send = (item: string, { what, name, day }: Carried, to: string) =>
    start(async () => {
      const problem = await moveToDay({ id: item, what, day: to }).catch(
        () => "The server did not answer; nothing was moved. Try again in a moment.",
      );
      setSaid(
        problem === null
          ? { words: `${name} is due ${nameOf(to)}.`, back: { id: item, what, day } }
          : { words: problem },
      );
    });
  const end = ({ active, over: day }: DragEndEvent) => {
    const carried = active.data.current as Carried | undefined;
    if (day && carried && carried.day !== day.id) send(String(active.id), carried, String(day.id));
  };
  const takeBack = () => {
    if (!said?.back) return;
    const { id: item, what, day } = said.back;
    start(async () => {
      const problem = await moveToDay({ id: item, what, day }).catch(
        () => "The server did not answer; it stands where it was put.",
      );
      setSaid({ words: problem ?? "It stands where it stood before." });
    });
  };
  const named = (data: { current?: unknown }) =>
    (data.current as Carried | undefined)?.name ?? "It";
  return (
    <Moving value={pending}>
      <DndContext
        id={id}
        sensors={sensors}
        collisionDetection={over}
        onDragEnd={end}
        accessibility={{
          screenReaderInstructions: {
            draggable:
              "Space picks it up, the arrows carry it from day to day, space puts it down, Escape lets it be.",
          },
          announcements: {
            onDragStart: ({ active }) => `${named(active.data)} is picked up.`,
            onDragOver: ({ active, over: day }) =>
              day ? `${named(active.data)} over ${nameOf(day.id)}.` : undefined,
            onDragEnd: ({ active, over: day }) =>
              day
                ? `${named(active.data)} is put to ${nameOf(day.id)}.`
                : `${named(active.data)} stays.`,
            onDragCancel: ({ active }) => `${named(active.data)} stays where it was.`,
          },
        }}
      >
        {children}
      </DndContext>
      <div className={classes.moved} role="status">
        {said ? (
          <>
            <span>{said.words}</span>
            {said.back ? (
              <Button variant="default" onClick={takeBack} loading={pending}>
                Take it back
              </Button>
            ) : null}
          </>
        ) : null}
      </div>
    </Moving>
  );
}

/** Picks a call or a promise up. */
export function MoveHandle({ id, what, name, day }: Carried & { id: string }) {
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({
    id,
    data: { what, name, day } satisfies Carried,
  });
  const pending = use(Moving);
  return (
    <button
      type="button"
      ref={setNodeRef}
      className={classes.handle}
      data-dragging={isDragging || undefined}
      disabled={pending}
      style={
        transform
          ? { transform: `translate(${transform.x}px, ${transform.y}px)`, zIndex: 3 }
          : undefined
      }
      {...attributes}
      {...listeners}
      aria-label={`Move ${name} to another day`}
    >
      <IconGripVertical size={20} aria-hidden />
      {isDragging ? <span>{name}</span> : null}
    </button>
  );
}

/** The days ahead with what is due on them, to put something down on. */
export function DayList({ days }: { days: readonly MoveDay[] }) {
  return (
    <section aria-label="Days ahead">
      <h2>Days ahead</h2>
      <ul className={classes.days}>
        {days.map((d) => (
          <Day key={d.day} day={d} />
        ))}
      </ul>
    </section>
  );
}

function Day({ day: { day, name, tags } }: { day: MoveDay }) {
  const { setNodeRef, isOver } = useDroppable({ id: day });
  return (
    <li ref={setNodeRef} data-day={day} data-over={isOver || undefined}>
      <b>{name}</b>{" "}
      <span>
        {tags.length === 0 ? "nothing due" : null}
        {tags.map((tag, i) => (
          <Fragment key={tag}>
            {i > 0 ? ", " : ""}
            <span className={classes.tag}>{tag}</span>
          </Fragment>
        ))}
      </span>
    </li>
  );
}
