/** Things that are dragged into another order: by pointer, by touch, and by keyboard (space, arrows, space). Each is a `useSortable`. */
import {
  type CollisionDetection,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  closestCenter,
  pointerWithin,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { SortableContext, rectSortingStrategy, sortableKeyboardCoordinates } from '@dnd-kit/sortable';
import type { ReactNode } from 'react';

/** The one under the pointer; by keyboard, and between things, the nearest one. */
const underPointer: CollisionDetection = (scene) => {
  const under = pointerWithin(scene);
  return under.length > 0 ? under : closestCenter(scene);
};

/** A drag begins after so many pixels, so that a click stays a click. */
const DRAG_AFTER_PX = 6;

interface SortingProps<Id extends string | number> {
  /** In their order. */
  ids: Id[];
  /** Places in the order, from 0. */
  onMove(from: number, to: number): void;
  children: ReactNode;
}

export function Sorting<Id extends string | number>({ ids, onMove, children }: SortingProps<Id>) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: DRAG_AFTER_PX } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const end = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id) onMove(ids.indexOf(active.id as Id), ids.indexOf(over.id as Id));
  };
  return (
    <DndContext sensors={sensors} collisionDetection={underPointer} onDragEnd={end}>
      <SortableContext items={ids} strategy={rectSortingStrategy}>
        {children}
      </SortableContext>
    </DndContext>
  );
}
