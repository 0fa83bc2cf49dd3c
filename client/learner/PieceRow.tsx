import type { PieceCard } from '@lippet/core/contract/pieces';
import { cardWords } from '@lippet/core/schedule/cardWords';
import { STATE_WORDS } from '@lippet/core/piece/pieceState';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { sendWishes } from '../api/sendWishes';
import { HearSign } from '../readAloud/HearSign';
import { Scrap } from '../ui/Scrap';
import { Stamp } from '../ui/Stamp';
import { Picture } from '../ui/Picture';
import { colours, OUTLINE, TARGET } from '../ui/theme';
import { Way } from '../ui/Way';

/** The short word that says what to do next, where something is to be done. */
function tagOf({ status }: PieceCard, waits: boolean): { word: string; fill: string; text: string } | null {
  // Its learner has sent it; the network has not.
  if (waits) return { word: 'Waits to go', fill: colours.mist, text: colours.ink };
  if (status.closed) return null;
  if (status.state === 'another-go') return { word: 'Look', fill: colours.vermilion, text: colours.scrap };
  if (status.state === 'ready') return { word: 'Send', fill: colours.ochre, text: colours.ink };
  if (status.overdue) return { word: 'Late', fill: colours.blush, text: colours.ink };
  return null;
}

/** What is drawn so far; before anything is, the sheet as the teacher gave it. */
const pictureOf = ({ activityId, pieceId, pictureVersion, status }: PieceCard): string =>
  pieceId && status.state !== 'new'
    ? `/pieces/${pieceId}/picture?v=${pictureVersion}`
    : `/activities/${activityId}/picture`;

/** One piece in a list: what it looks like, title, how it stands. Pressing it opens the sheet. */
export function PieceRow({ card, zone, now }: { card: PieceCard; zone: string; now: number }) {
  const words = cardWords(card, now, zone);
  // By its activity: a list from before the piece was begun does not know of the piece.
  const waits = useStore(sendWishes, ({ wishes }) =>
    Object.values(wishes).some(({ activityId }) => activityId === card.activityId),
  );
  const tag = tagOf(card, waits);
  const heard = `${card.title}. ${STATE_WORDS[card.status.state]}. ${words}${waits ? '. Waits to go' : ''}`;
  return (
    <View>
      <Way
        to={`/activity/${card.activityId}`}
        label={heard}
        dataSet={{ row: '' }}
        style={({ pressed }) => pressed && styles.pressed}
      >
        <Scrap raised style={styles.scrap}>
          <View>
            <Picture path={pictureOf(card)} alt="" style={styles.picture} />
            <View style={styles.stamp}>
              <Stamp state={card.status.state} size={34} />
            </View>
          </View>
          <View style={styles.words}>
            <Text variant="titleMedium">{card.title}</Text>
            <Text variant="bodySmall" style={{ color: colours.soft }}>
              {words}
            </Text>
          </View>
          <View style={styles.end}>
            {tag && (
              <View style={[styles.tag, { backgroundColor: tag.fill }]}>
                <Text variant="labelSmall" style={{ color: tag.text }}>
                  {tag.word}
                </Text>
              </View>
            )}
          </View>
        </Scrap>
      </Way>
      <View style={styles.hear}>
        <HearSign text={heard.replace(/ · /g, ', ')} label={card.title} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  pressed: { transform: [{ translateX: 3 }, { translateY: 3 }] },
  scrap: { flexDirection: 'row', alignItems: 'center', gap: 22, padding: 12, paddingRight: 18, minHeight: 98 },
  picture: { width: 58, height: 74 },
  // Half over the picture: it is seen at once, and hides little of the work.
  stamp: { position: 'absolute', right: -12, bottom: -8 },
  words: { flex: 1, gap: 2 },
  // The sign to hear it lies above, beside the link and not in it.
  end: { minWidth: TARGET.learner, minHeight: 78, justifyContent: 'flex-end', alignItems: 'flex-end' },
  hear: { position: 'absolute', top: 6, right: 10 },
  tag: { borderWidth: OUTLINE, borderColor: colours.ink, paddingHorizontal: 10, paddingVertical: 4 },
});
