import type { QuestionStateView } from '@lippet/core/contract/questionHelp';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { request } from '../../api/request';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
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
      <Button
        icon="lock"
        label={`${closed ? 'Open' : 'Close'} question ${number}`}
        onPress={() => void put({ closed: !closed })}
      >
        {closed ? 'Open again' : 'Close'}
      </Button>
      {hasRight && (
        <Button
          icon="tick"
          label={shown ? `Hide what is right of question ${number}` : `Show all what is right of question ${number}`}
          onPress={() => void put({ shown: !shown })}
        >
          {shown ? 'Hide what is right' : 'Show what is right'}
        </Button>
      )}
      {trouble && <Notice>{trouble}</Notice>}
    </View>
  );
}

const styles = StyleSheet.create({ ways: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, paddingTop: 2 } });
