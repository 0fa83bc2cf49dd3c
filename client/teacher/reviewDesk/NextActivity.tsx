import { nextToReview } from '@lippet/core/review/nextToReview';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useToReview } from '../../api/queries';
import { Button } from '../../ui/Button';
import { colours, OUTLINE } from '../../ui/theme';

/** Where the teacher goes on once nothing waits here any more. @param after the activity that is through */
export function NextActivity({ after }: { after: string }) {
  const { data } = useToReview();
  if (!data) return null;
  const next = nextToReview(data, after);
  const count = next?.counts['with-teacher'] ?? 0;
  return (
    <View style={styles.bar} role="status">
      <Text variant="labelMedium" style={styles.words}>
        {next ? 'Nothing waits here any more.' : 'Nothing waits here any more, nor anywhere else.'}
      </Text>
      {next ? (
        <Button
          kind="main"
          icon="forward"
          label={`Next: ${next.title}, ${count} to look at`}
          to={`/review/${next.activityId}`}
        >{`Next: ${next.title} (${count})`}</Button>
      ) : (
        <Button to="/to-review">To review</Button>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  bar: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    gap: 12,
    paddingHorizontal: 14,
    paddingVertical: 6,
    backgroundColor: colours.scrap,
    borderBottomWidth: OUTLINE,
    borderColor: colours.ink,
  },
  words: { flexGrow: 1 },
});
