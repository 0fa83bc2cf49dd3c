import type { ActivityCard } from '@lippet/core/contract/activities';
import { dueWords, whenWords } from '@lippet/core/schedule/schoolTime';
import { Link } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Picture } from '../ui/Picture';
import { LineIcon } from '../ui/LineIcon';
import { Press } from '../ui/Press';
import { Scrap } from '../ui/Scrap';
import { colours, TARGET } from '../ui/theme';
import { Way } from '../ui/Way';
import { ActivityTag, tagOf } from './ActivityTag';
import { countWords } from './countWords';

/** When it is due, for each group that it is set for. */
function forWords({ groups, state }: ActivityCard, now: number, zone: string): string {
  if (groups.length === 0) return state === 'draft' ? 'for nobody yet' : '';
  return groups
    .map(({ name, opens, due }) =>
      [
        name,
        opens !== null && opens > now && `from ${whenWords(opens, now, zone)}`,
        due === null ? 'without a date' : dueWords(due, now, zone),
      ]
        .filter(Boolean)
        .join(' '),
    )
    .join(' · ');
}

/** One activity as its teacher made it. Pressing it opens it to be changed; what learners sent is a press beside. */
export function ActivityPlanRow({ activity, zone }: { activity: ActivityCard; zone: string }) {
  const now = Date.now();
  const { id, title, subject, state, counts, changedAt } = activity;
  const tag = tagOf(activity);
  const name = title || 'Without a name yet';
  const line =
    state === 'draft'
      ? `${forWords(activity, now, zone)} · changed ${whenWords(changedAt, now, zone)}`
      : forWords(activity, now, zone);
  const made = countWords(counts, ['new']);
  return (
    <View style={styles.row}>
      <Way
        to={`/make/${id}`}
        label={`Change ${name}. ${[tag, subject, line].filter(Boolean).join('. ')}`}
        style={styles.grow}
      >
        <Scrap raised fill={state === 'set' ? colours.scrap : colours.mist} style={styles.scrap}>
          <Picture path={`/activities/${id}/picture?v=${changedAt}`} alt="" style={styles.picture} />
          <View style={styles.words}>
            <View style={styles.title}>
              <Text variant="titleMedium" style={styles.shrink}>
                {name}
              </Text>
              <ActivityTag activity={activity} />
            </View>
            <Text variant="bodySmall" style={{ color: colours.soft }}>
              {[subject, line].filter(Boolean).join(' · ')}
            </Text>
            {made ? <Text variant="bodySmall">{made}</Text> : null}
          </View>
        </Scrap>
      </Way>
      {state !== 'draft' && (
        <Link href={`/review/${id}`} push asChild>
          <Press aria-label={`What was sent for ${name}`} role="link" style={styles.sent}>
            <LineIcon name="review" size={26} />
          </Press>
        </Link>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 14, alignItems: 'stretch' },
  grow: { flex: 1 },
  scrap: { flexDirection: 'row', alignItems: 'center', gap: 14, padding: 12, paddingRight: 24, minHeight: 94 },
  picture: { width: 54, height: 70 },
  words: { flex: 1, gap: 3 },
  title: { flexDirection: 'row', alignItems: 'center', gap: 10, flexWrap: 'wrap' },
  shrink: { flexShrink: 1 },
  sent: { width: TARGET.learner + 8, alignItems: 'center', justifyContent: 'center' },
});
