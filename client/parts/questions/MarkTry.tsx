import type { TryView } from '@lippet/core/contract/tries';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { request } from '../../api/request';
import { marksWords } from '@lippet/core/questions/marksWords';
import { Notice } from '../../ui/Notice';
import { Pick } from '../../ui/Pick';

/** So many steps from nothing to all: whole marks, where there are not more. */
const MOST_STEPS = 5;

/** What an answer can be said to earn: every mark, or a few steps where there are many. */
function stepsOf(outOf: number): number[] {
  const count = outOf === 1 ? 2 : Math.min(outOf, MOST_STEPS);
  return Array.from({ length: count + 1 }, (_, step) => step / count);
}

interface Props {
  tried: TryView;
  /** The question's number. */
  number: number;
  goId: string;
}

/** A teacher says what an answer earns. */
export function MarkTry({ tried, number, goId }: Props) {
  const client = useQueryClient();
  const [trouble, setTrouble] = useState<string | null>(null);
  const mark = async (share: number): Promise<void> => {
    setTrouble(null);
    try {
      await request('PUT /tries/:id/share', { id: tried.id }, { share });
      await client.invalidateQueries({ queryKey: ['tries until', goId] });
    } catch (failure) {
      setTrouble((failure as Error).message);
    }
  };
  const { marks, outOf } = tried;
  return (
    <View style={styles.box}>
      <Pick
        label={`What question ${number} earns`}
        options={stepsOf(outOf).map((share) => ({ value: String(share), word: marksWords(share * outOf) }))}
        chosen={marks === null ? null : String(marks / Math.max(1, outOf))}
        onChoose={(value) => void mark(Number(value))}
      />
      {trouble && <Notice>{trouble}</Notice>}
    </View>
  );
}

const styles = StyleSheet.create({ box: { gap: 8, alignSelf: 'flex-start' } });
