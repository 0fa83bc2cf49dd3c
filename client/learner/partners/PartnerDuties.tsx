import type { PartnerDuty } from '@lippet/core/contract/partners';
import { dueWords } from '@lippet/core/schedule/schoolTime';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { usePartnerDuties } from '../../api/queries';
import { HearSign } from '../../readAloud/HearSign';
import { Picture } from '../../ui/Picture';
import { Scrap } from '../../ui/Scrap';
import { colours } from '../../ui/theme';
import { Way } from '../../ui/Way';

/** Whether something of it is to be done, now or once it has come. */
const isOpen = ({ cards, toCome }: PartnerDuty): boolean => toCome > 0 || cards.some(({ state }) => state !== 'given');

function dutyWords({ cards, toCome, until }: PartnerDuty, zone: string): string {
  const toDo = cards.filter(({ state }) => state === 'to-do' || state === 'begun').length;
  const waiting = toCome + cards.filter(({ state }) => state === 'waits').length;
  return [
    toDo > 0 && `${toDo} to look at`,
    waiting > 0 && `${waiting} not here yet`,
    until !== null && dueWords(until, Date.now(), zone),
  ]
    .filter(Boolean)
    .join(' · ');
}

/** Work of partners that waits to be looked at, like work of one's own. */
export function PartnerDuties({ zone }: { zone: string }) {
  const open = (usePartnerDuties().data ?? []).filter(isOpen);
  if (open.length === 0) return null;
  return (
    <View style={styles.list}>
      <Text variant="headlineMedium" role="heading" aria-level={2}>
        Your partners
      </Text>
      {open.map((duty) => {
        const words = dutyWords(duty, zone);
        const heard = `Partners’ work: ${duty.title}. ${words}`;
        const first = duty.cards.find(({ state }) => state === 'to-do' || state === 'begun');
        return (
          <View key={duty.activityId}>
            <Way to={`/partners/${duty.activityId}`} label={heard} dataSet={{ row: '' }}>
              <Scrap raised style={styles.scrap}>
                <View style={styles.pictures}>
                  <Picture
                    path={first ? `/partner-reviews/${first.id}/picture` : `/activities/${duty.activityId}/picture`}
                    alt=""
                    style={styles.picture}
                  />
                </View>
                <View style={styles.words}>
                  <Text variant="titleMedium">{duty.title}</Text>
                  <Text variant="bodySmall" style={{ color: colours.soft }}>
                    {words}
                  </Text>
                </View>
              </Scrap>
            </Way>
            <View style={styles.hear}>
              <HearSign text={heard.replace(/ · /g, ', ')} label={`partners of ${duty.title}`} />
            </View>
          </View>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  list: { gap: 12 },
  scrap: { flexDirection: 'row', alignItems: 'center', gap: 22, padding: 12, paddingRight: 70, minHeight: 98 },
  pictures: { flexDirection: 'row' },
  picture: { width: 58, height: 74 },
  words: { flex: 1, gap: 2 },
  hear: { position: 'absolute', top: 6, right: 10 },
});
