import type { TryView } from '@lippet/core/contract/tries';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from '../ui/LineIcon';
import { colours, OUTLINE } from '../ui/theme';
import { marksWords } from '@lippet/core/questions/marksWords';
import { questionState, STATE_LOOKS } from './questionState';
import { Told } from './Told';

interface Props {
  tries: readonly TryView[];
  /** Tries that are left; null without end. */
  left: number | null;
  /** It was one like the question, with other numbers: another one can be had. */
  practised?: boolean;
}

const counted = (count: number): string => `${count} ${count === 1 ? 'try' : 'tries'}`;

/** What can still be done, in words. */
function leftWords(left: number | null): string {
  if (left === null) return 'You can try again as often as you like.';
  return left > 0 ? `You have ${counted(left)} left.` : 'That was the last try.';
}

function resultWords(last: TryView): string {
  if (last.marks === null) return 'Given. Your teacher sees it.';
  if (last.marks === last.outOf) return 'That is right.';
  return last.marks > 0 ? `Partly right: ${marksWords(last.marks)} of ${last.outOf}.` : 'That is not it.';
}

/** What came of the last try: a shape, a word, and what is left. */
export function TryResult({ tries, left, practised = false }: Props) {
  const last = tries.at(-1);
  if (!last) return null;
  const state = questionState({ answered: true, tries });
  const { icon, fill } = STATE_LOOKS[state];
  return (
    <View role="status" style={styles.whole}>
      <View style={[styles.box, { backgroundColor: fill }]}>
        {icon && <LineIcon name={icon} size={28} width={3} />}
        <View style={styles.words}>
          <Text variant="titleMedium">{resultWords(last)}</Text>
          {last.marks !== null && state !== 'right' && !practised && (
            <Text variant="bodyMedium">{leftWords(left)}</Text>
          )}
        </View>
      </View>
      {last.reply && <Told icon="ask" title="About this answer" words={last.reply} />}
    </View>
  );
}

const styles = StyleSheet.create({
  whole: { gap: 10 },
  box: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    padding: 12,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  words: { flexShrink: 1, gap: 2 },
});
