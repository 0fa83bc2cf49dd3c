import type { ReviewActivity } from '@lippet/core/contract/reviewing';
import { dueWords, whenWords } from '@lippet/core/schedule/schoolTime';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Picture } from '../ui/Picture';
import { Scrap } from '../ui/Scrap';
import { Stamp } from '../ui/Stamp';
import { colours, OUTLINE } from '../ui/theme';
import { Way } from '../ui/Way';
import { countWords } from './countWords';

/** A headed list of activities with what waits in each; nothing at all where there are none. */
export function ActivityRows({
  title,
  activities,
  zone,
}: {
  title: string;
  activities: readonly ReviewActivity[];
  zone: string;
}) {
  const now = Date.now();
  if (activities.length === 0) return null;
  return (
    <View style={styles.list} role="region" aria-label={title}>
      <Text variant="headlineSmall" role="heading" aria-level={2}>
        {title}
      </Text>
      {activities.map((activity) => {
        const wait = activity.counts['with-teacher'];
        const settled = activity.counts.finished > 0 ? 'finished' : 'new';
        const when =
          activity.oldestWaiting === null ? null : `oldest from ${whenWords(activity.oldestWaiting, now, zone)}`;
        const words = [
          activity.group,
          activity.subject,
          activity.due === null ? 'no date' : dueWords(activity.due, now, zone),
        ].join(' · ');
        const counts = [when, countWords(activity.counts, ['with-teacher'])].filter(Boolean).join(' · ');
        return (
          <Way
            key={activity.activityId}
            to={`/review/${activity.activityId}`}
            label={`${activity.title}. ${wait} to look at. ${counts}`}
          >
            <Scrap raised style={styles.row}>
              <View>
                <Picture path={`/activities/${activity.activityId}/picture`} alt="" style={styles.picture} />
                <View style={styles.stamp}>
                  <Stamp state={wait > 0 ? 'with-teacher' : settled} size={34} />
                </View>
                {wait > 0 && (
                  <View style={styles.number}>
                    <Text variant="labelMedium" style={{ color: colours.scrap }}>
                      {wait}
                    </Text>
                  </View>
                )}
              </View>
              <View style={styles.words}>
                <Text variant="titleMedium">{activity.title}</Text>
                <Text variant="bodySmall" style={{ color: colours.soft }}>
                  {words}
                </Text>
                <Text variant="bodySmall">{counts}</Text>
              </View>
            </Scrap>
          </Way>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  list: { gap: 13, marginTop: 8 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 24, padding: 12, paddingRight: 24 },
  picture: { width: 58, height: 74 },
  // As on a learner's row: half over the picture.
  stamp: { position: 'absolute', right: -12, bottom: -8 },
  number: {
    position: 'absolute',
    right: -14,
    top: -8,
    minWidth: 24,
    alignItems: 'center',
    backgroundColor: colours.sea,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  words: { flex: 1, gap: 2 },
});
