import type { ClassLearner } from '@lippet/core/contract/classes';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Badge } from '../../ui/Badge';
import { colours, OUTLINE } from '../../ui/theme';
import { countWords } from '../countWords';

/** The learners of a group: what is late and what waits first, then how the rest stands. */
export function LearnerList({ learners }: { learners: readonly ClassLearner[] }) {
  return (
    <View role="list" aria-label="Learners">
      {learners.map(({ id, name, badge, counts, late }) => (
        <View key={id} role="listitem" style={styles.learner}>
          <Badge name={name} colour={badge} size={38} />
          <View style={styles.words}>
            <Text variant="titleSmall">{name}</Text>
            <Text variant="bodySmall" style={{ color: colours.soft }}>
              {countWords(counts, ['new', 'with-teacher']) || 'nothing begun'}
            </Text>
          </View>
          {late > 0 && <Text variant="labelSmall" style={[styles.sign, styles.late]}>{`${late} late`}</Text>}
          {counts['with-teacher'] > 0 && (
            <Text
              variant="labelSmall"
              style={[styles.sign, styles.waits]}
            >{`${counts['with-teacher']} to look at`}</Text>
          )}
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  learner: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    paddingVertical: 9,
    borderBottomWidth: 2,
    borderStyle: 'dashed',
    borderColor: colours.line,
  },
  words: { flex: 1, gap: 2 },
  sign: { borderWidth: OUTLINE, borderColor: colours.ink, paddingHorizontal: 8, paddingVertical: 2 },
  late: { backgroundColor: colours.blush },
  waits: { backgroundColor: colours.sea, color: colours.scrap },
});
