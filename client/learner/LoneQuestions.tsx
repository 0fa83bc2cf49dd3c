import type { LoneQuestionView } from '@lippet/core/contract/loneQuestions';
import { isComplete, type Answer } from '@lippet/core/questions/question';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { request } from '../api/request';
import { keys } from '../api/queries';
import { OptionPicture } from '../questions/OptionFace';
import { questionUi } from '../questions/registry';
import { Told } from '../questions/Told';
import { TryResult } from '../questions/TryResult';
import { HearSign } from '../readAloud/HearSign';
import { Bars } from '../ui/Bars';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { Scrap } from '../ui/Scrap';

const KEY = ['now', 'questions'] as const;

/** Questions that stand alone: each is answered where it stands, and goes by itself. */
export function LoneQuestions() {
  const { data } = useQuery({ queryKey: KEY, queryFn: () => request('GET /now/questions') });
  return (data ?? []).map((view) => <LoneQuestion key={view.activityId} view={view} />);
}

function LoneQuestion({ view }: { view: LoneQuestionView }) {
  const client = useQueryClient();
  const { activityId, title, teacher, asked, tries, left, right, spread } = view;
  const last = tries.at(-1);
  const [answer, setAnswer] = useState<Answer | null>((last?.answer ?? null) as Answer | null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  // The same answer that is given again, as after a network that broke off, is the same try.
  const wish = useRef<{ words: string; key: string } | null>(null);
  const open = left !== 0;
  const isNew = JSON.stringify(last?.answer ?? null) !== JSON.stringify(answer);
  const { Answering, how } = questionUi(asked.kind);
  const give = async (): Promise<void> => {
    if (!answer) return;
    const words = JSON.stringify(answer);
    if (wish.current?.words !== words) wish.current = { words, key: crypto.randomUUID() };
    setBusy(true);
    setTrouble(null);
    try {
      const { key } = wish.current;
      const now = await request('POST /activities/:id/lone-answer', { id: activityId }, { key, answer });
      client.setQueryData<LoneQuestionView[]>(KEY, (all) =>
        (all ?? []).map((one) => (one.activityId === activityId ? now : one)),
      );
      void client.invalidateQueries({ queryKey: keys.now, exact: true });
    } catch (failure) {
      setTrouble((failure as Error).message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <Scrap style={styles.card}>
      <Text variant="labelMedium">{`${title} · ${teacher} asks`}</Text>
      <View style={styles.asked}>
        <Text variant="headlineSmall" role="heading" aria-level={2} style={styles.words}>
          {asked.words}
        </Text>
        <HearSign text={asked.words} label={`the question of ${title}`} />
      </View>
      {asked.picture && <OptionPicture media={asked.picture} size={200} />}
      {open && <Text variant="bodyMedium">{how(asked as never)}</Text>}
      <Answering
        question={asked as never}
        answer={answer as never}
        onAnswer={open ? (next: object | null) => setAnswer(next as Answer | null) : null}
      />
      {trouble && isNew && <Notice>{trouble}</Notice>}
      <TryResult tries={tries} left={left} />
      {right && last?.marks !== last?.outOf && <Told icon="tick" title="This was right" words={right} />}
      {spread && (
        <Bars title="What your group said" bins={spread.map(({ words, count }) => ({ word: words, count }))} />
      )}
      {open && (
        <>
          {left === 1 && <Text variant="bodyMedium">Once given, it can’t be changed.</Text>}
          <Button
            kind="main"
            icon="tick"
            disabled={busy || !answer || !isNew || !isComplete(asked, answer)}
            onPress={() => void give()}
            style={styles.way}
          >
            {tries.length === 0 ? 'Give this answer' : 'Try again'}
          </Button>
        </>
      )}
    </Scrap>
  );
}

const styles = StyleSheet.create({
  card: { padding: 16, gap: 12 },
  asked: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  words: { flexShrink: 1 },
  way: { alignSelf: 'flex-start' },
});
