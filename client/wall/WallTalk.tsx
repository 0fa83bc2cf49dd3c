import {
  WALL_STAMPS,
  WALL_STAMP_WORDS,
  type HangingView,
  type WallAnswerView,
  type WallStamp,
  type WallView,
} from '@lippet/core/contract/wall';
import { useRef } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { request } from '../api/request';
import { VoiceButton } from '../recording/VoiceButton';
import { MessageComposer } from '../threads/MessageComposer';
import { Button } from '../ui/Button';
import { LineIcon } from '../ui/LineIcon';
import { Press } from '../ui/Press';
import { colours, OUTLINE, TARGET } from '../ui/theme';

interface Props {
  wall: WallView;
  piece: HangingView;
  act: (work: () => Promise<unknown>) => Promise<boolean>;
}

/** What is said to a piece: stamps, which say enough without a word, and words. */
export function WallTalk({ wall, piece, act }: Props) {
  const { id, answers } = piece;
  // Sent again because no answer came, it is said once.
  const wish = useRef(crypto.randomUUID());
  const stampIt = async (stamp: WallStamp): Promise<void> => {
    const body = { id: wish.current, stamp, words: '', media: null };
    if (await act(() => request('POST /hangings/:id/answers', { id }, body))) wish.current = crypto.randomUUID();
  };
  const say = (answer: string, saying: { words: string; media: string | null }): Promise<boolean> =>
    act(() => request('POST /hangings/:id/answers', { id }, { id: answer, stamp: null, ...saying }));
  const mine = new Set(answers.filter((answer) => answer.mine).map(({ stamp }) => stamp));
  return (
    <View style={styles.box}>
      <View role="group" aria-label="Stamps" style={styles.row}>
        {WALL_STAMPS.map((stamp) => {
          const count = answers.filter((answer) => answer.stamp === stamp).length;
          return (
            <Press
              key={stamp}
              aria-label={`${WALL_STAMP_WORDS[stamp]}: ${count}`}
              fill={mine.has(stamp) ? colours.ochre : colours.scrap}
              flat={mine.has(stamp)}
              disabled={mine.has(stamp)}
              onPress={() => void stampIt(stamp)}
              style={styles.stamp}
            >
              <LineIcon name={stamp} size={26} />
              <Text variant="labelMedium">{count > 0 ? String(count) : ''}</Text>
            </Press>
          );
        })}
      </View>
      <View role="list" aria-label="What is said" style={styles.box}>
        {answers
          .filter(({ words, voice }) => words !== '' || voice !== null)
          .map((answer) => (
            <Answer key={answer.id} wall={wall} answer={answer} act={act} />
          ))}
      </View>
      <MessageComposer
        place={`wall:${id}`}
        label={
          wall.way === 'teacher' && !wall.teaches
            ? 'Say or ask something. Your teacher reads it first'
            : 'Say or ask something'
        }
        word="Say it"
        home={`groups/${wall.group.id}`}
        pictures={false}
        framed={false}
        onSay={say}
      />
    </View>
  );
}

function Answer({ wall, answer, act }: { wall: WallView; answer: WallAnswerView; act: Props['act'] }) {
  const { id, name, mine, words, voice, state, why } = answer;
  const called = words || 'a voice';
  const decide = (hangs: boolean): void =>
    void act(() =>
      request('PUT /hanging-answers/:id/decision', { id }, { hangs, why: hangs ? '' : 'Your teacher took it away.' }),
    );
  return (
    <View role="listitem" style={[styles.answer, state !== 'hangs' && styles.waits]}>
      <Text variant="labelMedium">{mine ? 'You' : name}</Text>
      {words !== '' && <Text variant="bodyLarge">{words}</Text>}
      {voice && <VoiceButton voice={voice} label={`what ${mine ? 'you' : name} said`} />}
      {state === 'waits' && (
        <Text variant="bodySmall">{wall.teaches ? 'Waits for you' : 'Your teacher reads it first'}</Text>
      )}
      {state === 'held' && <Text variant="bodySmall">{why}</Text>}
      {wall.teaches && (
        <View style={styles.row}>
          {state !== 'hangs' && (
            <Button icon="tick" label={`Let it stand: ${called}`} onPress={() => decide(true)}>
              Let it stand
            </Button>
          )}
          {state !== 'held' && (
            <Button icon="bin" label={`Take it away: ${called}`} onPress={() => decide(false)}>
              Take it away
            </Button>
          )}
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 10 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  stamp: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'center',
    gap: 4,
    minWidth: 60,
    height: TARGET.learner,
    paddingHorizontal: 8,
  },
  answer: { gap: 6, padding: 10, backgroundColor: colours.scrap, borderWidth: OUTLINE, borderColor: colours.ink },
  waits: { backgroundColor: colours.blush },
});
