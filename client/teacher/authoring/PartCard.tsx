import { withSettings, type PartPlan } from '@lippet/core/parts/part';
import { useSortable } from '@dnd-kit/sortable';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { partUi } from '../../parts/registry';
import { LineIcon } from '../../ui/LineIcon';
import { Press } from '../../ui/Press';
import { colours, OUTLINE, TARGET } from '../../ui/theme';
import { partAnchor, useEditing } from './editing';
import { PartFields } from './PartFields';
import { changePart, waitsForWords } from './planParts';
import { usePlanHere } from './usePlanDesk';

interface Props {
  part: PartPlan;
  /** Moves it one place up or down. */
  onStep: (by: 1 | -1) => void;
  onRemove: () => void;
}

/** A part in the form: what it is in a line, and, opened, all that can be said of it. */
export function PartCard({ part, onStep, onRemove }: Props) {
  const { home, plan, view, change } = usePlanHere();
  const { open, enter } = useEditing();
  const { setNodeRef, transform, transition, isDragging, ...grip } = useSortable({ id: part.id });
  const moved = transform ? `translate3d(${transform.x}px, ${transform.y}px, 0)` : undefined;
  const dragged = { transform: moved, transition, zIndex: isDragging ? 2 : 0 };
  const { Fields } = partUi(part.kind);
  const isOpen = open === part.id;
  return (
    <View
      ref={setNodeRef as never}
      id={partAnchor(part.id)}
      onFocus={() => enter({ part: part.id })}
      style={[styles.card, dragged as object]}
    >
      <View style={styles.head}>
        <Grip title={part.title} grip={grip} onStep={onStep} />
        <Opener part={part} open={isOpen} />
      </View>
      {isOpen && (
        <PartFields part={part} onRemove={onRemove}>
          <Fields
            settings={part.settings}
            home={home}
            others={plan.parts.filter(({ id }) => id !== part.id)}
            materials={plan.materials}
            onSettings={(settings) => change((now) => changePart(now, part.id, (old) => withSettings(old, settings)))}
            onSheet={(sheet, as) => view.setState({ away: { kind: 'sheet', part: part.id, sheet, as } })}
          />
        </PartFields>
      )}
    </View>
  );
}

const STEPS: Partial<Record<string, -1 | 1>> = { ArrowUp: -1, ArrowDown: 1 };

interface GripProps {
  title: string;
  grip: Pick<ReturnType<typeof useSortable>, 'attributes' | 'listeners' | 'setActivatorNodeRef'>;
  onStep: (by: 1 | -1) => void;
}

/** What a part is dragged by, or moved with the arrow keys. */
function Grip({ title, grip: { attributes, listeners, setActivatorNodeRef }, onStep }: GripProps) {
  const onKey = (event: React.KeyboardEvent): void => {
    const by = STEPS[event.key];
    if (!by) return;
    event.preventDefault();
    onStep(by);
  };
  return (
    <div
      ref={setActivatorNodeRef}
      {...attributes}
      {...listeners}
      aria-label={`Move ${title}`}
      onKeyDown={onKey}
      style={GRIP}
    >
      <LineIcon name="grip" size={20} />
    </div>
  );
}

/** What a part is, in a line; a press shows and hides its fields. */
function Opener({ part, open }: { part: PartPlan; open: boolean }) {
  const { plan } = usePlanHere();
  const { openPart } = useEditing();
  const { title, kind, settings, choice, required } = part;
  const { word, icon, settingsLine } = partUi(kind);
  const asked = choice ? required && 'fixed' : !required && 'if they like';
  const line = [word, settingsLine(settings), asked, waitsForWords(plan, part)].filter(Boolean).join(' · ');
  return (
    <Press
      flat
      aria-expanded={open}
      aria-label={`${title || 'A part without a name'}. ${line}`}
      onPress={() => openPart(open ? null : part.id)}
      style={styles.opener}
    >
      <LineIcon name={icon} size={26} />
      <View style={styles.grow}>
        <Text variant="titleMedium">{title || '…'}</Text>
        <Text variant="bodySmall" style={{ color: colours.soft }}>
          {line}
        </Text>
      </View>
      <LineIcon name={open ? 'up' : 'down'} size={18} />
    </Press>
  );
}

const GRIP = {
  width: TARGET.adult,
  height: TARGET.learner,
  display: 'flex',
  alignItems: 'center',
  justifyContent: 'center',
  cursor: 'grab',
  touchAction: 'none',
} as const;

const styles = StyleSheet.create({
  grow: { flex: 1, minWidth: 120 },
  card: { backgroundColor: colours.paper, borderWidth: OUTLINE, borderColor: colours.ink },
  head: { flexDirection: 'row', alignItems: 'center' },
  opener: {
    flex: 1,
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    padding: 10,
    paddingLeft: 4,
    minHeight: 60,
    borderColor: 'transparent',
    backgroundColor: 'transparent',
  },
});
