import type { PieceCard } from '@lippet/core/contract/pieces';
import { hasWords } from '@lippet/core/schedule/activityFilter';
import { PIECE_STATES, STATE_WORDS, type PieceState } from '@lippet/core/piece/pieceState';
import { StyleSheet, View } from 'react-native';
import { Field } from '../ui/Field';
import { Pick } from '../ui/Pick';

export interface PieceFilter {
  words: string;
  subject: string | null;
  state: PieceState | null;
}

export const NO_FILTER: PieceFilter = { words: '', subject: null, state: null };
const ALL = '';

/** The pieces that all of a filter fits. */
export const findPieces = (cards: readonly PieceCard[], { words, subject, state }: PieceFilter): PieceCard[] =>
  cards.filter(
    (card) =>
      !card.status.notOpen &&
      (subject === null || card.subject === subject) &&
      (state === null || card.status.state === state) &&
      hasWords(words, card.title, card.subject, card.teacher),
  );

export const subjectsOf = (cards: readonly PieceCard[]): string[] =>
  [...new Set(cards.map(({ subject }) => subject).filter(Boolean))].sort();

/** What is looked for: words, a subject, a state; the choices combine. */
export function FindPieces({
  cards,
  filter,
  onChange,
}: {
  cards: readonly PieceCard[];
  filter: PieceFilter;
  onChange: (filter: PieceFilter) => void;
}) {
  const subjects = subjectsOf(cards);
  const states = PIECE_STATES.filter((state) => cards.some(({ status }) => status.state === state));
  return (
    <View style={styles.box} role="group" aria-label="Find">
      <Field
        label="Find by words"
        value={filter.words}
        onChangeText={(words) => onChange({ ...filter, words })}
        autoFocus
      />
      {subjects.length > 1 && (
        <Pick
          label="Subject"
          options={[{ value: ALL, word: 'All subjects' }, ...subjects.map((value) => ({ value, word: value }))]}
          chosen={filter.subject ?? ALL}
          onChoose={(subject) => onChange({ ...filter, subject: subject || null })}
        />
      )}
      {states.length > 1 && (
        <Pick
          label="State"
          options={[{ value: ALL, word: 'All' }, ...states.map((value) => ({ value, word: STATE_WORDS[value] }))]}
          chosen={filter.state ?? ALL}
          onChoose={(state) => onChange({ ...filter, state: (state || null) as PieceState | null })}
        />
      )}
    </View>
  );
}

const styles = StyleSheet.create({ box: { gap: 12 } });
