import { answerOf } from '@lippet/core/parts/part';
import { askedOf } from '@lippet/core/questions/question';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { questionUi } from '../../questions/registry';
import { counted } from '../counted';
import type { ClientPart, PreviewProps, SmallProps } from '../partKind';
import { PreviewSign } from '../PreviewSign';
import { QuestionsFields } from './QuestionsFields';
import { QuestionsPanel } from './QuestionsPanel';
import { QuestionsSent } from './QuestionsSent';
import { useAnswers } from './useAnswers';

/** The first question as a learner finds it. */
function QuestionsPreview({ settings, wide }: PreviewProps<'questions'>) {
  const [first] = settings.questions;
  if (!first) return <PreviewSign icon="ask" words="Questions" wide={wide} />;
  const question = askedOf(first, (list) => [...list]);
  const { Answering, how } = questionUi(first.kind);
  return (
    <View style={styles.preview}>
      <Text variant="titleMedium">{first.words}</Text>
      <Text variant="bodySmall">{how(question as never)}</Text>
      <Answering question={question as never} answer={null} onAnswer={null} />
    </View>
  );
}

function QuestionsSmall({ part, doc }: SmallProps<'questions'>) {
  const answers = useAnswers(doc, part.id);
  return <Text variant="titleSmall">{`${answers.size} of ${part.asked.length} answered`}</Text>;
}

/** Questions, one after the other, that are marked at school. */
export const questionsPart: ClientPart<'questions'> = {
  word: 'Questions',
  icon: 'ask',
  about: 'Questions that are marked at once',
  newTitle: 'Questions',
  verb: 'Answer',
  answeredOn: 'panel',
  pagesAre: 'sheets',
  nothingYet: 'Nothing answered yet',
  settingsLine: ({ questions }) => counted(questions.length, 'question'),
  madeLine(part, progress) {
    const given = answerOf('questions', progress)?.given.length ?? 0;
    return given === 0 ? null : `${given} of ${part.asked.length} given`;
  },
  Answer: QuestionsPanel,
  Fields: QuestionsFields,
  Preview: QuestionsPreview,
  Sent: QuestionsSent,
  groupWay: { word: 'Answers', icon: 'tide', to: (activityId) => `/answers/${activityId}` },
  Small: QuestionsSmall,
};

const styles = StyleSheet.create({ preview: { padding: 12, gap: 10 } });
