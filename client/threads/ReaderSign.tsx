import type { Audience, Readers, ThreadView } from '@lippet/core/contract/threads';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import Svg, { Circle, Path } from 'react-native-svg';
import { colours, OUTLINE } from '../ui/theme';

/** Who reads it, in words. */
export function readerWords(audience: Audience, { teachers, group, learners }: Readers): string {
  const names = teachers.join(' and ');
  return audience === 'teacher'
    ? `Only ${names} ${teachers.length > 1 ? 'read' : 'reads'} this`
    : `Everybody in ${group} reads this: ${learners} learners and ${names}`;
}

/** One head for the teacher, a row of heads for the class: told apart without colour and without reading. */
export function ReaderShape({ audience, size = 34 }: { audience: Audience; size?: number }) {
  const edge = { stroke: colours.ink, strokeWidth: 2 } as const;
  const head = (x: number, y: number, fill: string): React.ReactNode => (
    <>
      <Path d={`M${x - 8} ${y + 17}c0-12 16-12 16 0Z`} fill={fill} {...edge} />
      <Circle cx={x} cy={y} r={5} fill={fill} {...edge} />
    </>
  );
  return (
    <Svg
      width={size * (audience === 'class' ? 1.5 : 1)}
      height={size}
      viewBox={audience === 'class' ? '0 0 51 34' : '0 0 34 34'}
      aria-hidden
    >
      {audience === 'class' ? (
        <>
          {head(12, 11, colours.ochre)}
          {head(39, 11, colours.ochre)}
          {head(25.5, 13, colours.ochre)}
        </>
      ) : (
        head(17, 11, colours.sea)
      )}
    </Svg>
  );
}

/** Who reads a teacher's answer. */
export function answerReaders({ audience, shared, asker }: Pick<ThreadView, 'audience' | 'shared' | 'asker'>): string {
  if (audience === 'class') return 'Everybody in the class reads your answer';
  return shared
    ? `${asker?.name ?? 'The asker'} reads it, and the class without the name`
    : `Only ${asker?.name ?? 'the asker'} and the teachers read your answer`;
}

/** Stands above every box that one writes into: who will read it, by name, before a word is typed. */
export function ReaderSign({ audience, words }: { audience: Audience; words: string }) {
  return (
    <View style={[styles.sign, audience === 'class' ? styles.everybody : styles.alone]} role="status" testID="readers">
      <ReaderShape audience={audience} />
      <Text variant="titleSmall" style={styles.words}>
        {words}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  sign: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    paddingHorizontal: 12,
    paddingVertical: 8,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  alone: { backgroundColor: colours.mist },
  everybody: { backgroundColor: colours.blush, borderStyle: 'dashed', borderWidth: OUTLINE * 1.5 },
  words: { flex: 1 },
});
