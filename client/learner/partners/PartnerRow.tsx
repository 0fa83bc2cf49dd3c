import type { PartnerCard, PartnerDuty, PartnerReviewState } from '@lippet/core/contract/partners';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon, type LineName } from '../../ui/LineIcon';
import { Picture } from '../../ui/Picture';
import { Press } from '../../ui/Press';
import { SideScroll } from '../../ui/SideScroll';
import { colours, OUTLINE, TARGET } from '../../ui/theme';

export const REVIEW_WORDS: Record<PartnerReviewState, string> = {
  waits: 'their work has not come',
  'to-do': 'to look at',
  begun: 'begun',
  given: 'given',
};

const SIGNS: Record<PartnerReviewState, LineName> = { waits: 'wait', 'to-do': 'eye', begun: 'pen', given: 'tick' };

interface Props {
  duty: PartnerDuty;
  current: string | null;
  onChoose: (id: string) => void;
}

/** Everybody's work that one looks at: what is to do, what has not come, what was given. */
export function PartnerRow({ duty: { cards, toCome }, current, onChoose }: Props) {
  return (
    <SideScroll things="partners" role="navigation" aria-label="Partners">
      <View style={styles.row}>
        {cards.map((card) => (
          <PartnerPlace key={card.id} card={card} here={card.id === current} onChoose={() => onChoose(card.id)} />
        ))}
        {toCome > 0 && (
          <View style={[styles.place, styles.toCome]}>
            <LineIcon name="wait" size={22} />
            <Text variant="labelMedium" style={styles.words}>
              {toCome === 1 ? '1 more is still to come' : `${toCome} more are still to come`}
            </Text>
          </View>
        )}
      </View>
    </SideScroll>
  );
}

function PartnerPlace({ card, here, onChoose }: { card: PartnerCard; here: boolean; onChoose: () => void }) {
  const { id, name, state } = card;
  return (
    <Press
      aria-current={here ? 'true' : undefined}
      aria-label={`${name}: ${REVIEW_WORDS[state]}`}
      fill={here ? colours.ochre : colours.scrap}
      flat={here}
      onPress={onChoose}
      style={styles.place}
    >
      {state === 'waits' ? (
        <View style={[styles.picture, styles.blank]} />
      ) : (
        <Picture path={`/partner-reviews/${id}/picture`} alt="" style={styles.picture} />
      )}
      <View>
        <Text variant="labelLarge">{name}</Text>
        <View style={styles.state}>
          <LineIcon name={SIGNS[state]} size={16} />
          <Text variant="bodySmall">{REVIEW_WORDS[state]}</Text>
        </View>
      </View>
    </Press>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 12, paddingHorizontal: 14, paddingVertical: 8 },
  place: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 10,
    padding: 8,
    paddingRight: 14,
    minHeight: TARGET.learner,
  },
  toCome: { borderWidth: OUTLINE, borderColor: colours.line, borderStyle: 'dashed' },
  words: { maxWidth: 130 },
  picture: { width: 40, height: 52 },
  blank: { borderWidth: OUTLINE, borderColor: colours.ink, borderStyle: 'dashed' },
  state: { flexDirection: 'row', alignItems: 'center', gap: 5 },
});
