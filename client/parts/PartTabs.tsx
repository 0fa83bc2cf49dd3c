import type { ChoicePlan } from '@lippet/core/contract/activityDefinition';
import type { PartView } from '@lippet/core/parts/part';
import { Fragment, useEffect, useRef } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from '../ui/LineIcon';
import { Press } from '../ui/Press';
import { SideScroll } from '../ui/SideScroll';
import { colours, OUTLINE, TARGET } from '../ui/theme';

interface Props {
  parts: readonly PartView[];
  current: string;
  done: ReadonlySet<string>;
  /** Those in which something is made: of a choice, these are chosen. */
  begun?: ReadonlySet<string>;
  onChoose: (id: string) => void;
  choices?: readonly ChoicePlan[];
  /** Titles of the parts that must be complete first, by the part that waits. */
  waiting?: ReadonlyMap<string, string>;
}

/** What a choice asks for, in words. */
export const choiceWords = ({ rule, wanted }: ChoicePlan): string =>
  rule === 'level' ? 'Choose your level' : `Choose ${wanted}`;

/** How many of a choice's free parts are chosen: those in which something is made. */
function chosenWords(choice: ChoicePlan, parts: readonly PartView[], begun: ReadonlySet<string>): string {
  const { id, rule, wanted } = choice;
  const chosen = parts.filter(
    (part) => part.choice === id && (rule === 'level' || !part.required) && begun.has(part.id),
  );
  if (chosen.length === 0) return choiceWords(choice);
  return rule === 'level' ? 'Your level is chosen' : `${chosen.length} of ${wanted} chosen`;
}

/** The steps of an activity; a tick for what is complete. One part needs no steps. */
export function PartTabs({ parts, current, done, onChoose, choices = [], waiting, begun = done }: Props) {
  const here = useRef<View>(null);
  // The part in hand stays in sight, however many there are.
  useEffect(() => {
    (here.current as unknown as HTMLElement | null)?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [current]);
  if (parts.length < 2) return null;
  return (
    <SideScroll things="parts" contentContainerStyle={styles.row} role="tablist" aria-label="Parts">
      {parts.map((part, i) => {
        const isHere = part.id === current;
        const complete = done.has(part.id);
        const away = complete ? colours.ochre : colours.scrap;
        const first = waiting?.get(part.id);
        const choice = choices.find(({ id }) => id === part.choice);
        const begins = choice && parts[i - 1]?.choice !== part.choice;
        const free = choice && (choice.rule === 'level' || !part.required);
        const words = [
          `Part ${i + 1}, ${part.title}`,
          complete && 'done',
          first && `waits for ${first}`,
          part.removed && 'not asked for any more',
          choice && free && chosenWords(choice, parts, begun).toLowerCase(),
          !choice && !part.required && 'if you like',
        ];
        return (
          <Fragment key={part.id}>
            {begins && (
              <View style={styles.choice} aria-hidden>
                <Text variant="labelSmall">{`${choice.title ? `${choice.title}: ` : ''}${chosenWords(choice, parts, begun)}`}</Text>
              </View>
            )}
            <View ref={isHere ? here : undefined}>
              <Press
                role="tab"
                aria-selected={isHere}
                flat
                fill={isHere ? colours.ink : away}
                aria-label={words.filter(Boolean).join(', ')}
                onPress={() => onChoose(part.id)}
                style={[styles.tab, free && styles.free, part.removed && styles.removed]}
              >
                <View aria-hidden style={[styles.number, { backgroundColor: isHere ? colours.ochre : colours.scrap }]}>
                  {complete && <LineIcon name="tick" size={16} width={3.5} />}
                  {!complete && first && <LineIcon name="lock" size={15} />}
                  {!complete && !first && <Text variant="labelSmall">{i + 1}</Text>}
                </View>
                <Text variant="labelMedium" style={{ color: isHere ? colours.scrap : colours.ink }}>
                  {part.title}
                </Text>
              </Press>
            </View>
          </Fragment>
        );
      })}
    </SideScroll>
  );
}

const styles = StyleSheet.create({
  row: { gap: 10, paddingHorizontal: 2, alignItems: 'center' },
  tab: { flexDirection: 'row', alignItems: 'center', gap: 8, paddingHorizontal: 10, minHeight: TARGET.learner },
  free: { borderStyle: 'dashed' },
  removed: { opacity: 0.75, borderStyle: 'dotted' },
  choice: { backgroundColor: colours.mist, paddingHorizontal: 8, paddingVertical: 6 },
  number: {
    width: 22,
    height: 22,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    alignItems: 'center',
    justifyContent: 'center',
  },
});
