import { answerOf } from '@lippet/core/parts/part';
import { answerWords } from '@lippet/core/words/answers';
import { wordCountWords } from '@lippet/core/words/wordCount';
import { Text } from 'react-native-paper';
import type { BesideProps, ClientPart, SmallProps } from '../partKind';
import { PreviewSign } from '../PreviewSign';
import { WordPair } from './WordPair';
import { WordsFields } from './WordsFields';
import { WordsPanel } from './WordsPanel';
import { WordsSent } from './WordsSent';
import { WordsSmall } from './WordsSmall';

function WordsExcerpt({ part, doc }: SmallProps<'words'>) {
  return (
    <Text variant="bodyLarge" numberOfLines={3}>
      {answerWords(doc, part.id)}
    </Text>
  );
}

function WordsBeside({ part, before, now, titles, marked }: BesideProps<'words'>) {
  return (
    <WordPair before={answerWords(before, part.id)} now={answerWords(now, part.id)} titles={titles} marked={marked} />
  );
}

/** A longer written answer. */
export const wordsPart: ClientPart<'words'> = {
  word: 'Words',
  icon: 'words',
  about: 'A longer written answer',
  newTitle: 'My text',
  verb: 'Write',
  answeredOn: 'panel',
  pagesAre: 'sheets',
  nothingYet: 'Nothing written yet',
  settingsLine: ({ leastWords, mostWords }) =>
    [leastWords && `at least ${leastWords}`, mostWords && `at most ${mostWords}`].filter(Boolean).join(', '),
  madeLine({ leastWords, mostWords }, progress) {
    const answer = answerOf('words', progress);
    return answer && wordCountWords(answer.words, leastWords, mostWords);
  },
  Answer: WordsPanel,
  Fields: WordsFields,
  Preview: ({ settings, wide }) => (
    <PreviewSign icon="words" words="Room to write" wide={wide} openings={settings.openings} />
  ),
  Excerpt: WordsExcerpt,
  Sent: WordsSent,
  Small: WordsSmall,
  Beside: WordsBeside,
  showsNews: true,
};
