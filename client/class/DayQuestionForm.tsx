import { DAY_CHOICES, SEEN_BY, type DayChoice, type SeenBy } from '@lippet/core/contract/class';
import { LIMITS } from '@lippet/core/contract/limits';
import type { MediaHome } from '@lippet/core/contract/media';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { mediaOutbox } from '../api/mediaOutbox';
import { choosePicture } from '../page/pictures/choosePicture';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Field } from '../ui/Field';
import { LineIcon } from '../ui/LineIcon';
import { Pick } from '../ui/Pick';
import { Press } from '../ui/Press';
import { colours, OUTLINE, TARGET } from '../ui/theme';
import { ChoicePicture } from './dayOptions';
import { SEEN_WORDS } from './seenWords';
import type { Classroom } from './useClassroom';

const ANSWERED_WITH = [
  { value: 'weather', word: 'The weather' },
  { value: 'own', word: 'Answers of my own' },
] as const;
type AnsweredWith = (typeof ANSWERED_WITH)[number]['value'];

const emptyChoice = (): DayChoice => ({ id: crypto.randomUUID(), words: '', media: null });
const written = (choices: readonly DayChoice[]): DayChoice[] => choices.filter(({ words }) => words.trim() !== '');

interface QuestionDraft {
  id: string;
  words: string;
  seenBy: SeenBy;
  answeredWith: AnsweredWith;
  /** Kept while the weather is chosen, in case one comes back to them. */
  choices: readonly DayChoice[];
}

// Its id is made once: asked twice, or again where no answer came, it is the same question.
const newQuestion = (): QuestionDraft => ({
  id: crypto.randomUUID(),
  words: 'How is the wind today?',
  seenBy: 'teacher',
  answeredWith: 'weather',
  choices: [emptyChoice(), emptyChoice()],
});

interface Props {
  /** Where pictures of answers belong. */
  home: MediaHome;
  classroom: Classroom;
  onClose: () => void;
}

/** What a class is asked each day, what it can answer, and who sees that. */
export function DayQuestionForm({ home, classroom, onClose }: Props) {
  const [draft, setDraft] = useState(newQuestion);
  const [trouble, setTrouble] = useState<string | null>(null);
  const change = (changed: Partial<QuestionDraft>): void => setDraft((before) => ({ ...before, ...changed }));
  const { id, words, seenBy, answeredWith, choices } = draft;
  const own = answeredWith === 'own';
  const offered = own ? written(choices) : null;
  const isReady = words.trim() !== '' && (!offered || offered.length >= DAY_CHOICES.least);
  const ask = async (): Promise<void> => {
    for (const { media } of offered ?? []) if (media) await mediaOutbox.arrival(media);
    const why = await classroom.askDaily({ id, words, seenBy, choices: offered });
    setTrouble(why);
    if (why === null) onClose();
  };
  return (
    <Dialog
      visible
      title="A question each day"
      problem={trouble}
      onClose={onClose}
      answers={
        <>
          <Button onPress={onClose}>Not now</Button>
          <Button kind="main" disabled={!isReady} onPress={() => void ask()}>
            Ask it
          </Button>
        </>
      }
    >
      <Field
        label="The question"
        value={words}
        onChangeText={(next) => change({ words: next })}
        maxLength={LIMITS.word}
      />
      <Pick
        label="They answer with"
        headed
        options={ANSWERED_WITH}
        chosen={answeredWith}
        onChoose={(next) => change({ answeredWith: next })}
      />
      {own && (
        <ChoiceRows
          home={home}
          choices={choices}
          onChange={(next) => change({ choices: next })}
          onTrouble={setTrouble}
        />
      )}
      <Pick
        label="Who sees the answers"
        headed
        options={SEEN_BY.map((value) => ({ value, word: SEEN_WORDS[value] }))}
        chosen={seenBy}
        onChoose={(next) => change({ seenBy: next })}
      />
    </Dialog>
  );
}

interface RowsProps {
  home: MediaHome;
  choices: readonly DayChoice[];
  onChange: (choices: readonly DayChoice[]) => void;
  onTrouble: (trouble: string | null) => void;
}

/** The answers that are offered, each a word and, where wanted, a picture. */
function ChoiceRows({ home, choices, onChange, onTrouble }: RowsProps) {
  const put = (id: string, change: Partial<DayChoice>): void =>
    onChange(choices.map((choice) => (choice.id === id ? { ...choice, ...change } : choice)));
  const bring = async (id: string): Promise<void> => {
    const chosen = await choosePicture(home);
    if (!chosen) return;
    onTrouble(chosen.trouble);
    if (chosen.media) put(id, { media: chosen.media });
  };
  return (
    <View role="group" aria-label="Answers to choose from" style={styles.rows}>
      {choices.map(({ id, words, media }, i) => (
        <View key={id} style={styles.row}>
          <Press
            flat={media !== null}
            aria-label={media ? `Another picture for answer ${i + 1}` : `A picture for answer ${i + 1}`}
            onPress={() => void bring(id)}
            style={styles.picture}
          >
            {media ? <ChoicePicture media={media} size={PICTURE} /> : <LineIcon name="picture" />}
          </Press>
          <View style={styles.grow}>
            <Field
              label={`Answer ${i + 1}`}
              value={words}
              onChangeText={(next) => put(id, { words: next })}
              maxLength={LIMITS.name}
            />
          </View>
          {choices.length > DAY_CHOICES.least && (
            <Press
              flat
              aria-label={`Take answer ${i + 1} away`}
              onPress={() => onChange(choices.filter((choice) => choice.id !== id))}
              style={styles.bin}
            >
              <LineIcon name="bin" size={20} />
            </Press>
          )}
        </View>
      ))}
      {choices.length < DAY_CHOICES.most && (
        <Button icon="plus" onPress={() => onChange([...choices, emptyChoice()])} style={styles.start}>
          Another answer
        </Button>
      )}
    </View>
  );
}

/** Side of an answer's picture in the form, in pixels. */
const PICTURE = 52;

const styles = StyleSheet.create({
  rows: { gap: 12 },
  row: { flexDirection: 'row', alignItems: 'flex-end', gap: 10 },
  grow: { flex: 1 },
  picture: {
    width: PICTURE + 2 * OUTLINE,
    height: PICTURE + 2 * OUTLINE,
    alignItems: 'center',
    justifyContent: 'center',
    backgroundColor: colours.scrap,
  },
  bin: { width: TARGET.adult, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  start: { alignSelf: 'flex-start' },
});
