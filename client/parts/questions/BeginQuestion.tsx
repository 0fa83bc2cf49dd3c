import type { MediaHome } from '@lippet/core/contract/media';
import { newQuestion, QUESTION_KINDS, type Question, type QuestionKindName } from '@lippet/core/questions/question';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { choosePicture } from '../../page/pictures/choosePicture';
import { questionUi } from '../../questions/registry';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';

/** Kinds that a letter can't say. */
const BY_HAND = QUESTION_KINDS.filter((kind) => questionUi(kind).beginsWith !== undefined);

/** Begins a question that a letter can't say. One on a picture begins with that. */
export function BeginQuestion({ home, onAdd }: { home: MediaHome; onAdd: (question: Question) => void }) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const begin = async (kind: QuestionKindName): Promise<void> => {
    if (questionUi(kind).beginsWith === 'a part') {
      onAdd(newQuestion(kind, crypto.randomUUID()));
      return;
    }
    const chosen = await choosePicture(home);
    if (!chosen) return;
    setTrouble(chosen.trouble);
    if (!chosen.media) return;
    const question = newQuestion(kind, crypto.randomUUID());
    onAdd({ ...question, settings: { ...question.settings, picture: chosen.media } } as Question);
  };
  return (
    <>
      <View style={styles.row} role="group" aria-label="Questions that begin otherwise">
        {BY_HAND.map((kind) => (
          <Button
            key={kind}
            icon={questionUi(kind).beginsWith === 'a part' ? 'pages' : 'picture'}
            onPress={() => void begin(kind)}
          >
            {questionUi(kind).word}
          </Button>
        ))}
      </View>
      {trouble && <Notice>{trouble}</Notice>}
    </>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 } });
