import type { QuestionStateView } from '@lippet/core/contract/questionHelp';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { request } from '../../api/request';
import { Text } from 'react-native-paper';
import { LineIcon } from '../../ui/LineIcon';
import { Notice } from '../../ui/Notice';
import { Press } from '../../ui/Press';
import { colours, TARGET } from '../../ui/theme';
import { useActivityPlace } from './activityPlace';

interface Props {
  number: number;
  state: QuestionStateView;
  /** Whether anything is right of it. */
  hasRight: boolean;
}

/** A teacher closes a question for the group, or shows all what was right. Both can be taken back. */
export function QuestionWays({ number, state, hasRight }: Props) {
  const { id, group, anew } = useActivityPlace();
  const [trouble, setTrouble] = useState<string | null>(null);
  const put = async (change: Partial<QuestionStateView>): Promise<void> => {
    try {
      await request('PUT /activities/:id/groups/:group/question-state', { id, group }, { ...state, ...change });
      setTrouble(null);
      anew();
    } catch (failure) {
      setTrouble((failure as Error).message);
    }
  };
  const { closed, shown } = state;
  return (
    <View style={styles.ways}>
      <Press
        flat
        aria-label={closed ? `Closed. Open question ${number} again` : `Close question ${number}`}
        fill={closed ? colours.ochre : colours.scrap}
        onPress={() => void put({ closed: !closed })}
        style={styles.way}
      >
        <LineIcon name="lock" size={18} />
        <Text variant="labelMedium">{closed ? 'Closed' : 'Close'}</Text>
      </Press>
      {hasRight && (
        <Press
          flat
          aria-label={
            shown ? `Answer shown. Hide that of question ${number}` : `Show answer of question ${number} to all`
          }
          fill={shown ? colours.ochre : colours.scrap}
          onPress={() => void put({ shown: !shown })}
          style={styles.way}
        >
          <LineIcon name="eye" size={18} />
          <Text variant="labelMedium">{shown ? 'Answer shown' : 'Show answer'}</Text>
        </Press>
      )}
      {trouble && <Notice>{trouble}</Notice>}
    </View>
  );
}

const styles = StyleSheet.create({
  ways: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  way: { flexDirection: 'row', alignItems: 'center', gap: 6, minHeight: TARGET.adult, paddingHorizontal: 10 },
});
