import type { AnswersView } from '@lippet/core/contract/answers';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Badge } from '../../ui/Badge';
import { Button } from '../../ui/Button';
import { Press } from '../../ui/Press';
import { Scrap } from '../../ui/Scrap';
import { colours, TARGET } from '../../ui/theme';

/** What stands for no crew among the places that names are dragged to. */
export const NO_CREW = 'no crew';

interface PlaceProps {
  /** Of a crew; `NO_CREW` for none. */
  id: string;
  fill?: string;
  children: ReactNode;
}

/** A place that names are dragged to. */
export function CrewPlace({ id, fill, children }: PlaceProps) {
  const { setNodeRef, isOver } = useDroppable({ id });
  return (
    <View ref={setNodeRef as never} style={styles.place}>
      <Scrap fill={isOver ? colours.ochre : fill} style={styles.card}>
        {children}
      </Scrap>
    </View>
  );
}

interface NamesProps {
  learners: readonly string[];
  held: string | null;
  view: AnswersView;
  onPick: (learner: string) => void;
}

/** Names that are dragged to another crew, or pressed and put there. */
export function CrewNames({ learners, held, view, onPick }: NamesProps) {
  return (
    <View style={styles.names}>
      {view.learners
        .filter(({ id }) => learners.includes(id))
        .map((learner) => (
          <Name key={learner.id} learner={learner} isHeld={held === learner.id} onPick={() => onPick(learner.id)} />
        ))}
    </View>
  );
}

interface NameProps {
  learner: AnswersView['learners'][number];
  isHeld: boolean;
  onPick: () => void;
}

function Name({ learner: { id, name, badge }, isHeld, onPick }: NameProps) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id });
  const dragged = {
    transform: transform ? `translate3d(${transform.x}px, ${transform.y}px, 0)` : undefined,
    zIndex: isDragging ? 2 : 0,
    // A finger that lies on a name drags it; beside the names it scrolls.
    touchAction: 'none',
  };
  return (
    <View ref={setNodeRef as never} style={dragged as object} {...(listeners as object)}>
      <Press
        aria-label={name}
        aria-pressed={isHeld}
        flat={isHeld}
        fill={isHeld ? colours.ochre : colours.scrap}
        onPress={onPick}
        style={styles.name}
      >
        <Badge name={name} colour={badge} size={24} />
        <Text variant="bodyMedium">{name}</Text>
      </Press>
    </View>
  );
}

interface PutProps {
  held: string | null;
  name: string;
  onPut: () => void;
}

/** Puts the name that was pressed into a crew. */
export function PutHere({ held, name, onPut }: PutProps) {
  return (
    <Button icon="down" disabled={held === null} label={`Put them here: ${name}`} onPress={onPut} style={styles.way}>
      Put them here
    </Button>
  );
}

const styles = StyleSheet.create({
  place: { flexGrow: 1, flexBasis: 300, maxWidth: 420 },
  card: { padding: 16, gap: 12 },
  names: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  name: { flexDirection: 'row', alignItems: 'center', gap: 8, paddingHorizontal: 10, minHeight: TARGET.adult },
  way: { alignSelf: 'flex-start' },
});
