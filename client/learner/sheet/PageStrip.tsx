import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
  type DragCancelEvent,
  type DragEndEvent,
  type DragOverEvent,
  type DragStartEvent,
} from '@dnd-kit/core';
import {
  horizontalListSortingStrategy,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
} from '@dnd-kit/sortable';
import type { PagePlan } from '@lippet/core/page/document';
import { pageItems } from '@lippet/core/page/document';
import { useEffect, type ReactNode } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type * as Y from 'yjs';
import { PageThumb } from '../../page/pictures/PageThumb';
import { LineIcon } from '../../ui/LineIcon';
import { SideScroll } from '../../ui/SideScroll';
import { colours, OUTLINE, TARGET } from '../../ui/theme';
import type { PageActions } from './usePageActions';

interface Props {
  doc: Y.Doc;
  pages: readonly PagePlan[];
  current: string;
  onChoose: (page: string) => void;
  /** Null where pages can't be changed. */
  actions: PageActions | null;
  onAdd: (() => void) | null;
  /** Sheets of the activity that were deleted here. */
  gone: readonly PagePlan[];
}

const MOVING = {
  draggable: 'To move this page, press space, then the arrow keys, then space again. Escape leaves it where it was.',
};
const THUMB = { width: 58, height: 70 };

/** A page that can be dragged to another place, by pointer or by keyboard (space, arrows, space). */
function SortablePage({
  id,
  disabled,
  label,
  here,
  onPress,
  children,
}: {
  id: string;
  disabled: boolean;
  label: string;
  here: boolean;
  onPress: () => void;
  children: ReactNode;
}) {
  const { attributes, listeners, node, setNodeRef, transform, transition, isDragging } = useSortable({ id, disabled });
  useEffect(() => {
    if (here) node.current?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [here, node]);
  const moved = transform ? `translate3d(${transform.x}px, ${transform.y}px, 0)` : undefined;
  return (
    <View
      ref={setNodeRef as never}
      style={[
        styles.page,
        { transform: moved as never, transition: transition as never, zIndex: isDragging ? 2 : 0 } as object,
      ]}
    >
      <Pressable
        {...(disabled ? {} : ({ ...attributes, ...listeners } as object))}
        role="tab"
        aria-selected={here}
        aria-label={label}
        aria-roledescription={disabled ? undefined : 'page that can be moved'}
        onPress={onPress}
        style={[styles.thumb, here && styles.here]}
      >
        {children}
      </Pressable>
    </View>
  );
}

/** All pages of a part as small pictures: go to one, put them in another order, add, double, delete. */
export function PageStrip({ doc, pages, current, onChoose, actions, onAdd, gone }: Props) {
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 8 } }),
    // A quick swipe moves the strip; a page that is held goes with the finger.
    useSensor(TouchSensor, { activationConstraint: { delay: 220, tolerance: 8 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const onDragEnd = ({ active, over }: DragEndEvent): void => {
    if (!over || active.id === over.id) return;
    const [from, to] = [active.id, over.id].map((id) => pages.findIndex((page) => page.id === id)) as [number, number];
    const rest = pages.filter((_, i) => i !== from);
    actions?.move(String(active.id), rest[to - 1]?.id ?? null);
  };
  const here = pages.find(({ id }) => id === current);
  // Told while a page is moved by keyboard: pages by their numbers, as they stand on the strip.
  const number = ({ id }: { id: string | number }): number => pages.findIndex((page) => page.id === id) + 1;
  const announcements = {
    onDragStart: ({ active }: DragStartEvent) => `Page ${number(active)} is picked up.`,
    onDragOver: ({ active, over }: DragOverEvent) =>
      over ? `Page ${number(active)} goes to place ${number(over)}.` : `Page ${number(active)} stays.`,
    onDragEnd: ({ active, over }: DragEndEvent) =>
      over ? `Page ${number(active)} was put to place ${number(over)}.` : `Page ${number(active)} stays.`,
    onDragCancel: ({ active }: DragCancelEvent) => `Page ${number(active)} stays.`,
  };
  return (
    <View style={styles.strip}>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={onDragEnd}
        accessibility={{ announcements, screenReaderInstructions: MOVING }}
      >
        <SortableContext items={pages.map(({ id }) => id)} strategy={horizontalListSortingStrategy}>
          <SideScroll
            things="pages"
            style={styles.scroll}
            contentContainerStyle={styles.row}
            role="tablist"
            aria-label="Pages"
          >
            {pages.map((page, i) => (
              <SortablePage
                key={page.id}
                id={page.id}
                disabled={!actions}
                here={page.id === current}
                label={`Page ${i + 1}`}
                onPress={() => onChoose(page.id)}
              >
                <PageThumb page={page} layers={[pageItems(doc, page.id)!]} {...THUMB} />
                <Text variant="labelSmall" style={styles.number}>
                  {i + 1}
                </Text>
              </SortablePage>
            ))}
          </SideScroll>
        </SortableContext>
      </DndContext>
      {actions && here && (
        <View style={styles.actions}>
          {onAdd && <Action icon="plus" word="Add" label="Add a page" onPress={onAdd} />}
          <Action icon="copy" word="Double" label="Double this page" onPress={() => onChoose(actions.double(here))} />
          {gone
            .map(({ id }) => (
              <Action
                key={id}
                icon="undo"
                word="Bring back"
                label="Bring a sheet back that was deleted"
                onPress={() => {
                  actions.bringBack(id);
                  onChoose(id);
                }}
              />
            ))
            .slice(0, 1)}
          {pages.length > 1 && (
            <Action icon="bin" word="Delete" label="Delete this page" onPress={() => actions.remove(here.id)} />
          )}
        </View>
      )}
    </View>
  );
}

function Action({
  icon,
  word,
  label,
  onPress,
}: {
  icon: 'plus' | 'copy' | 'bin' | 'undo';
  word: string;
  label: string;
  onPress: () => void;
}) {
  return (
    <Pressable role="button" aria-label={label} onPress={onPress} style={styles.action}>
      <LineIcon name={icon} size={20} />
      <Text variant="labelSmall">{word}</Text>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  strip: { flexDirection: 'row', backgroundColor: colours.mist, borderTopWidth: OUTLINE, borderColor: colours.ink },
  scroll: { flexGrow: 1, flexShrink: 1 },
  row: { padding: 8, gap: 8 },
  page: { alignItems: 'center' },
  thumb: {
    width: THUMB.width + 8,
    height: THUMB.height + 24,
    alignItems: 'center',
    justifyContent: 'space-between',
    padding: 2,
    borderWidth: OUTLINE,
    borderColor: 'transparent',
  },
  here: { borderColor: colours.ink, backgroundColor: colours.ochre },
  number: { textAlign: 'center' },
  actions: {
    flexDirection: 'row',
    alignItems: 'center',
    paddingRight: 4,
    borderLeftWidth: OUTLINE,
    borderColor: colours.ink,
  },
  action: {
    minWidth: TARGET.learner,
    height: '100%',
    paddingHorizontal: 2,
    alignItems: 'center',
    justifyContent: 'center',
    gap: 2,
  },
});
