import type { AnswersView } from '@lippet/core/contract/answers';
import { HELP_KINDS, type HelpKind } from '@lippet/core/contract/questionHelp';
import { firstOf } from '@lippet/core/questions/question';
import { FEWEST_TO_TELL } from '@lippet/core/questions/spread/itemStatistics';
import type { QuestionReport } from '@lippet/core/questions/spread/questionReports';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useSchool } from '../../api/useSchool';
import { rightWords } from '../../parts/questions/MadeQuestion';
import { counted } from '../../parts/counted';
import { Bars } from '../../ui/Bars';
import { Button } from '../../ui/Button';
import { LineIcon } from '../../ui/LineIcon';
import { Scrap } from '../../ui/Scrap';
import { colours } from '../../ui/theme';
import { PutRight } from './PutRight';

const percent = (share: number | null): string => (share === null ? 'nobody yet' : `${Math.round(share * 100)}%`);

/** How well a question tells, in words. The bounds are Ebel's (Essentials of Educational Measurement). */
function tellsWords(tells: number): string {
  const shown = tells.toFixed(2);
  if (tells >= 0.3) return `Tells well who can do the rest (${shown}).`;
  if (tells >= 0.1) return `Tells a little of who can do the rest (${shown}).`;
  if (tells >= 0) return `Tells nothing of who can do the rest (${shown}).`;
  return `Those who do well on the rest got this wrong more often (${shown}): look at it again.`;
}

function secondsWords(seconds: number | null): string | null {
  if (seconds === null) return null;
  return seconds < 90
    ? `Half took under ${counted(Math.max(1, seconds), 'second')}`
    : `Half took under ${Math.round(seconds / 60)} minutes`;
}

const HELP_WORDS: Record<HelpKind, string> = {
  step: 'went in small steps',
  example: 'looked at an example',
  look: 'looked where they were led',
};

/** How many used which help besides hints. */
const helpWords = (help: AnswersView['help']): string[] =>
  HELP_KINDS.flatMap((kind) => {
    const people = new Set(help.filter((used) => used.kind === kind).map(({ person }) => person));
    return people.size === 0 ? [] : [`${counted(people.size, 'learner')} ${HELP_WORDS[kind]}`];
  });

interface Props {
  report: QuestionReport;
  /** Of the group. */
  learners: number;
  /** Other help that was used, of all questions. */
  help: AnswersView['help'];
  activityId: string;
  onPutRight: () => void;
}

/** One question as a group answered it: how many have it right, what they said, and whether something is wrong with it. */
export function QuestionReportCard({ report, learners, help, activityId, onPutRight }: Props) {
  const { part, question, number, statistics, spread, doubt, helped } = report;
  const [mending, setMending] = useState(false);
  const school = useSchool();
  const right = rightWords(question, school);
  // What is read at length has nothing that is right.
  const canBeMended = right !== '';
  const { answered, rightAtFirst, rightAtLast, seconds, tells } = statistics;
  const facts = [
    `${answered} of ${learners} answered`,
    helped > 0 ? `${counted(helped, 'learner')} asked for a hint` : null,
    ...helpWords(help.filter((used) => used.part === part && used.question === question.id)),
    secondsWords(seconds),
  ].filter(Boolean);
  return (
    <Scrap style={styles.card}>
      <Text variant="labelMedium">{`Question ${number}`}</Text>
      <Text variant="titleMedium" role="heading" aria-level={2}>
        {firstOf(question).words}
      </Text>
      {right !== '' && (
        <>
          <View style={styles.line}>
            <LineIcon name="tick" size={18} width={3} />
            <Text variant="bodyMedium" style={styles.grow}>
              {right}
            </Text>
          </View>
          <View style={styles.shares}>
            <Share word="right at first" share={rightAtFirst} />
            <Share word="right in the end" share={rightAtLast} />
          </View>
        </>
      )}
      <Text variant="bodySmall">{facts.join(' · ')}</Text>
      {spread.length > 0 && (
        <Bars
          title="What they said first"
          bins={spread.slice(0, 6).map(({ words, count, right }) => ({ word: right ? `✓ ${words}` : words, count }))}
        />
      )}
      {spread.length > 6 && <Text variant="bodySmall">{`and ${counted(spread.length - 6, 'other answer')}`}</Text>}
      {tells !== null ? (
        <Text variant="bodySmall">{tellsWords(tells)}</Text>
      ) : (
        right !== '' &&
        answered < FEWEST_TO_TELL && (
          <Text variant="bodySmall">{`How well it tells is shown from ${FEWEST_TO_TELL} answers on.`}</Text>
        )
      )}
      {doubt && (
        <View style={styles.doubt} role="note">
          <Text variant="titleSmall">Is the right answer right?</Text>
          <Text variant="bodyMedium">
            {`Of those who do best on the rest, ${doubt.gave} said “${doubt.answer}” and ${doubt.right} had it right.`}
          </Text>
        </View>
      )}
      {canBeMended && mending && (
        <PutRight
          report={report}
          activityId={activityId}
          onClose={() => setMending(false)}
          onDone={() => {
            setMending(false);
            onPutRight();
          }}
        />
      )}
      {canBeMended && !mending && (
        <Button
          icon="pen"
          label={`Put it right: question ${number}`}
          onPress={() => setMending(true)}
          style={styles.way}
        >
          Put it right
        </Button>
      )}
    </Scrap>
  );
}

function Share({ word, share }: { word: string; share: number | null }) {
  return (
    <View style={styles.share}>
      <Text variant="headlineMedium">{percent(share)}</Text>
      <Text variant="bodySmall">{word}</Text>
    </View>
  );
}

const styles = StyleSheet.create({
  card: { flexGrow: 1, flexBasis: 340, maxWidth: 560, padding: 18, gap: 10 },
  line: { flexDirection: 'row', gap: 8, alignItems: 'center' },
  grow: { flexShrink: 1 },
  shares: { flexDirection: 'row', gap: 28 },
  share: { gap: 0 },
  doubt: { padding: 10, gap: 4, backgroundColor: colours.blush },
  way: { alignSelf: 'flex-start' },
});
