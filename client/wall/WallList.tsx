import type { WallCard } from '@lippet/core/contract/wall';
import { useQuery } from '@tanstack/react-query';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { keys } from '../api/queries';
import { request } from '../api/request';
import { Picture } from '../ui/Picture';
import { Scrap } from '../ui/Scrap';
import { colours } from '../ui/theme';
import { Way } from '../ui/Way';
import { waitWords } from './wallWords';

/** How much hangs, and what waits: for a teacher, or of one's own with them. */
function countWords({ hangs, waits, examples, teaches }: WallCard): string {
  const waiting = teaches ? waitWords(waits) : 'yours waits for your teacher';
  const fromBefore = examples === 1 ? '1 from a class before' : `${examples} from classes before`;
  return [
    hangs > 0 && (hangs === 1 ? '1 piece hangs' : `${hangs} pieces hang`),
    waits > 0 && waiting,
    examples > 0 && fromBefore,
  ]
    .filter(Boolean)
    .join(' · ');
}

/** The walls of a class on which something hangs. */
export function WallList({ groupId }: { groupId: string }) {
  const { data = [] } = useQuery({
    queryKey: keys.walls(groupId),
    queryFn: () => request('GET /groups/:id/walls', { id: groupId }),
  });
  if (data.length === 0) return null;
  return (
    <>
      <Text variant="headlineSmall" role="heading" aria-level={2}>
        On the wall
      </Text>
      <View style={styles.row}>
        {data.map((card) => {
          const { activityId, title } = card;
          return (
            <View key={activityId} style={styles.cell}>
              <Way to={`/wall/${activityId}?group=${groupId}`} label={`The wall of ${title}. ${countWords(card)}`}>
                <Scrap raised style={styles.scrap}>
                  <Picture path={`/activities/${activityId}/picture`} alt="" style={styles.picture} />
                  <View style={styles.words}>
                    <Text variant="titleSmall">{title}</Text>
                    <Text variant="bodySmall" style={{ color: colours.soft }}>
                      {countWords(card)}
                    </Text>
                  </View>
                </Scrap>
              </Way>
            </View>
          );
        })}
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 14 },
  cell: { flexBasis: 260, flexGrow: 1, maxWidth: 380 },
  scrap: { flexDirection: 'row', alignItems: 'center', gap: 14, padding: 10, paddingRight: 22 },
  picture: { width: 48, height: 62 },
  words: { flex: 1, gap: 2 },
});
