"use client";

import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  MeasuringStrategy,
  PointerSensor,
} from "@dnd-kit/core";
import { useSensor, useSensors, type DragEndEvent } from "@dnd-kit/core";
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { IconGripVertical } from "@tabler/icons-react";
import type { ReactNode } from "react";
import classes from "./sortable-list.module.css";

/** What moves in a list. */
export interface Movable {
  readonly id: string;
  /** As it is called when it is moved. */
  readonly name: string;
}

/** A list whose rows are dragged by their handles, with a finger, a mouse or the keys. */
export function SortableList<T extends Movable>({
  id,
  items,
  onMove,
  onStart,
  onOver,
  row,
  className,
}: {
  /** One for each list of a page. */
  id: string;
  items: readonly T[];
  onMove: (from: number, to: number) => void;
  /** A row is picked up: what is open in it is best shut, so that rows are alike. */
  onStart?: () => void;
  /** Where it would be put down now; undefined once it is, or was let be. */
  onOver?: (over: { readonly from: number; readonly to: number } | undefined) => void;
  row: (item: T, index: number) => ReactNode;
  className?: string | undefined;
}) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const placeOf = (of: string | number) => items.findIndex((i) => i.id === of);
  const said = (of: string | number) => items[placeOf(of)]?.name ?? "It";
  const end = ({ active, over }: DragEndEvent) => {
    onOver?.(undefined);
    if (over && over.id !== active.id) onMove(placeOf(active.id), placeOf(over.id));
  };
  const at = (of: string | number) => `place ${placeOf(of) + 1} of ${items.length}`;
  return (
    <DndContext
      id={id}
      sensors={sensors}
      collisionDetection={closestCenter}
      // Rows change their height when one is picked up.
      measuring={{ droppable: { strategy: MeasuringStrategy.Always } }}
      onDragStart={onStart}
      onDragOver={({ active, over }) =>
        onOver?.(over ? { from: placeOf(active.id), to: placeOf(over.id) } : undefined)
      }
      onDragCancel={() => onOver?.(undefined)}
      onDragEnd={end}
      accessibility={{
        screenReaderInstructions: {
          draggable:
            "Space picks it up, the arrows move it, space puts it down, Escape lets it be.",
        },
        announcements: {
          onDragStart: ({ active }) => `${said(active.id)} is picked up, ${at(active.id)}.`,
          onDragOver: ({ active, over }) =>
            over ? `${said(active.id)} over ${at(over.id)}.` : undefined,
          onDragEnd: ({ active, over }) =>
            over ? `${said(active.id)} is at ${at(over.id)}.` : `${said(active.id)} stays.`,
          onDragCancel: ({ active }) => `${said(active.id)} stays where it was.`,
        },
      }}
    >
      <SortableContext items={items.map((i) => i.id)} strategy={verticalListSortingStrategy}>
        <ol className={className ?? classes.list}>
          {items.map((item, index) => (
            <Row key={item.id} item={item}>
              {row(item, index)}
            </Row>
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

function Row({ item, children }: { item: Movable; children: ReactNode }) {
  const {
    attributes,
    listeners,
    setNodeRef,
    setActivatorNodeRef,
    transform,
    transition,
    isDragging,
  } = useSortable({ id: item.id });
  return (
    <li
      ref={setNodeRef}
      className={classes.row}
      data-dragging={isDragging || undefined}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        className={classes.handle}
        {...attributes}
        {...listeners}
        aria-label={`Move ${item.name}`}
      >
        <IconGripVertical size={20} aria-hidden />
      </button>
      <div className={classes.body}>{children}</div>
    </li>
  );
}
