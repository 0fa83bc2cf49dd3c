import type { PieceView, TaskView } from '@lippet/core/contract/pieces';
import { useEffect, useState } from 'react';
import { Pressable, ScrollView, StyleSheet, useWindowDimensions, View } from 'react-native';
import { Text, useTheme } from 'react-native-paper';
import { Hear } from '../readAloud/Hear';
import { HearSign, HearTrouble, useSilentAfter } from '../readAloud/HearSign';
import { MaterialList } from '../materials/MaterialList';
import { takeOf } from '../recording/takeOf';
import { TakePlayer } from '../recording/TakePlayer';
import { Button } from '../ui/Button';
import { LineIcon } from '../ui/LineIcon';
import { colours, OUTLINE, ROW_FROM, TARGET } from '../ui/theme';
import { RichWords } from '../words/RichWords';

/** What of a piece says what is to be done. */
export type TaskFacts = TaskView & Pick<PieceView, 'materials' | 'later' | 'rubric'>;

interface Props {
  facts: TaskFacts;
  zone: string;
  onLook: (material: string) => void;
  /** Opens the questions; null where there are none to ask. */
  onAsk?: () => void;
}

/** What is said when the task is heard. */
const heardOf = ({ task, supplies, goal }: TaskFacts): string =>
  [task, supplies && `You need: ${supplies}.`, goal && `The aim: ${goal}`].filter(Boolean).join('\n');

/** The task in full, and all that is at hand for it: what is needed, what to look at, the aim, what good work shows. */
export function TaskDetails({ facts, zone, onLook, onAsk }: Props) {
  const { taskText, told, goal, supplies, materials, later, rubric } = facts;
  return (
    <>
      <Hear text={heardOf(facts)} label="the task" />
      {told && <TakePlayer take={takeOf(told)} label="The task" />}
      <RichWords text={taskText} size={19} />
      {supplies !== '' && (
        <View style={styles.part}>
          <Text variant="headlineSmall" role="heading" aria-level={2}>
            You need
          </Text>
          <Text variant="bodyLarge">{supplies}</Text>
        </View>
      )}
      <MaterialList materials={materials} later={later} zone={zone} onOpen={onLook} />
      {goal && (
        <View style={styles.part}>
          <Text variant="headlineSmall" role="heading" aria-level={2}>
            Aim
          </Text>
          <Text variant="bodyLarge">{goal}</Text>
        </View>
      )}
      {onAsk && (
        <Button icon="ask" onPress={onAsk} style={styles.ask}>
          Ask about this
        </Button>
      )}
      {rubric.length > 0 && (
        <View style={styles.part}>
          <Text variant="headlineSmall" role="heading" aria-level={2}>
            What good work shows
          </Text>
          {rubric.map(({ id, title, levels }) => (
            <View key={id} style={styles.row} role="group" aria-label={title}>
              <Text variant="titleSmall">{title}</Text>
              {levels.map((level, i) => (
                <View key={i} style={styles.level}>
                  <View style={styles.marks} aria-hidden>
                    {levels.slice(i).map((_, n) => (
                      <View key={n} style={styles.mark} />
                    ))}
                  </View>
                  <Text variant="bodyMedium" style={styles.words}>
                    {level}
                  </Text>
                </View>
              ))}
            </View>
          ))}
        </View>
      )}
    </>
  );
}

interface StripProps extends Props {
  /** Only the way to it, where there is no height. */
  compact?: boolean;
  /** Whether it is pulled down from outside. */
  pulledDown?: boolean;
}

/**
 * The task on a phone: two lines above the sheet, or where there is no height only the way to it; pulled down, it lies
 * over the sheet, and is put away with one tap. Its place is kept.
 */
export function TaskStrip({ facts, zone, onLook, onAsk, compact = false, pulledDown = false }: StripProps) {
  const [open, setOpen] = useState(pulledDown);
  const [begun, setBegun] = useState(pulledDown);
  useEffect(() => {
    setOpen(pulledDown);
    if (pulledDown) setBegun(true);
  }, [pulledDown]);
  const toggle = (): void => {
    setBegun(true);
    setOpen(!open);
  };
  useSilentAfter(heardOf(facts));
  const narrow = useWindowDimensions().width < ROW_FROM && compact;
  const extra = facts.materials.length;
  // Closer than where it is read in full: two lines of it are a reminder, and the sheet needs the room.
  const { fontSize, lineHeight } = useTheme().fonts.bodyLarge;
  const closer = { fontSize: fontSize - 1, lineHeight: lineHeight - 4 };
  const openWord = compact ? 'Task' : 'All';
  return (
    <View style={compact ? styles.beside : styles.holder}>
      <View style={styles.strip}>
        {!open && !narrow && <HearSign text={heardOf(facts)} label="the task" />}
        <Pressable
          role="button"
          aria-expanded={open}
          aria-label={`${open ? 'Put the task away' : 'All of the task'}${extra > 0 && !open ? `, and ${extra} to look at` : ''}`}
          onPress={toggle}
          style={[styles.opens, compact && styles.opensOnly]}
        >
          {!compact && (
            <Text variant="bodyLarge" numberOfLines={2} style={[styles.task, closer]}>
              {facts.task || 'Hear the task'}
            </Text>
          )}
          {extra > 0 && !open && (
            <View style={styles.extra}>
              <LineIcon name="eye" size={18} />
              <Text variant="labelSmall">{extra}</Text>
            </View>
          )}
          <View style={styles.all}>
            <LineIcon name={open ? 'up' : 'down'} size={20} />
            <Text variant="labelSmall">{open ? 'Away' : openWord}</Text>
          </View>
        </Pressable>
      </View>
      {!open && <HearTrouble text={heardOf(facts)} />}
      {begun && (
        <View style={[styles.card, !open && styles.away]}>
          <ScrollView
            style={[styles.scroll, compact && styles.scrollLow]}
            contentContainerStyle={styles.cardContent}
            role="complementary"
            aria-label="Task"
          >
            <TaskDetails
              facts={facts}
              zone={zone}
              onLook={(id) => {
                setOpen(false);
                onLook(id);
              }}
              onAsk={
                onAsk &&
                (() => {
                  setOpen(false);
                  onAsk();
                })
              }
            />
          </ScrollView>
          <Pressable role="button" onPress={() => setOpen(false)} style={styles.pull}>
            <LineIcon name="up" size={20} />
            <Text variant="labelMedium">Back to the sheet</Text>
          </Pressable>
        </View>
      )}
    </View>
  );
}

/** The task in full, beside the sheet. */
export function TaskPanel({ title, below, ...rest }: Props & { title: string; below: string }) {
  return (
    <ScrollView style={styles.panel} contentContainerStyle={styles.panelContent} role="complementary" aria-label="Task">
      <Text variant="displaySmall" role="heading" aria-level={1}>
        {title}
      </Text>
      <Text variant="bodySmall">{below}</Text>
      <TaskDetails {...rest} />
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  ask: { alignSelf: 'flex-start' },
  holder: { zIndex: 3 },
  // The card hangs below the whole row that this stands in.
  beside: { position: 'static' },
  opensOnly: { flexGrow: 0, flexShrink: 0, flexBasis: 'auto', minWidth: TARGET.learner, justifyContent: 'center' },
  strip: {
    flexDirection: 'row',
    alignItems: 'center',
    backgroundColor: colours.mist,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  opens: {
    flex: 1,
    flexDirection: 'row',
    alignItems: 'center',
    gap: 10,
    paddingLeft: 10,
    paddingRight: 10,
    paddingVertical: 6,
    minHeight: TARGET.learner,
  },
  all: { alignItems: 'center', minWidth: 28 },
  task: { flex: 1 },
  extra: { flexDirection: 'row', alignItems: 'center', gap: 4 },
  card: {
    position: 'absolute',
    top: '100%',
    left: 0,
    right: 0,
    marginTop: -OUTLINE,
    backgroundColor: colours.mist,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  away: { display: 'none' },
  scroll: { maxHeight: 430 },
  scrollLow: { maxHeight: 240 },
  cardContent: { padding: 14, gap: 14 },
  pull: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'center',
    gap: 8,
    minHeight: TARGET.learner,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
  },
  panel: { flexGrow: 0, width: 300, backgroundColor: colours.mist },
  panelContent: { padding: 18, gap: 14 },
  part: { gap: 6 },
  row: { gap: 4, paddingTop: 4 },
  level: { flexDirection: 'row', gap: 10, alignItems: 'flex-start' },
  marks: { flexDirection: 'row', gap: 3, width: 62, paddingTop: 6 },
  mark: { width: 10, height: 10, backgroundColor: colours.ochre, borderWidth: 1.5, borderColor: colours.ink },
  words: { flex: 1 },
});
