import type { PartPlan } from '@lippet/core/parts/part';
import {
  closestCenter,
  DndContext,
  MeasuringStrategy,
  PointerSensor,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
} from '@dnd-kit/core';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import type { ReactNode } from 'react';

interface Props {
  parts: readonly PartPlan[];
  /** A part is picked up. */
  onPickUp: () => void;
  /** A part goes to the place of another. */
  onMove: (part: string, over: string) => void;
  children: ReactNode;
}

const MOVING = { draggable: 'The arrow keys up and down move this part.' };
const ALWAYS = { droppable: { strategy: MeasuringStrategy.Always } };
/** So far a pointer moves before it drags, in pixels: a tap is no dragging. */
const APART = { activationConstraint: { distance: 6 } };

/** What is said while a part is dragged. */
function announcementsFor(parts: readonly PartPlan[]): Announcements {
  const titleOf = (id: string | number): string => parts.find((part) => part.id === id)?.title || 'The part';
  const stays = (id: string | number): string => `${titleOf(id)} stays.`;
  return {
    onDragStart: ({ active }) => `${titleOf(active.id)} is picked up.`,
    onDragOver: ({ active, over }) =>
      over ? `${titleOf(active.id)} goes to the place of ${titleOf(over.id)}.` : stays(active.id),
    onDragEnd: ({ active, over }) => (over ? `${titleOf(active.id)} was put down.` : stays(active.id)),
    onDragCancel: ({ active }) => stays(active.id),
  };
}

/** Lets parts be put in order by dragging. */
export function PartsOrder({ parts, onPickUp, onMove, children }: Props) {
  const sensors = useSensors(useSensor(PointerSensor, APART));
  const onDragEnd = ({ active, over }: DragEndEvent): void => {
    if (over && active.id !== over.id) onMove(String(active.id), String(over.id));
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      measuring={ALWAYS}
      onDragStart={onPickUp}
      onDragEnd={onDragEnd}
      accessibility={{ screenReaderInstructions: MOVING, announcements: announcementsFor(parts) }}
    >
      <SortableContext items={parts.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
        {children}
      </SortableContext>
    </DndContext>
  );
}
