import type { Me } from '@lippet/core/contract/signIn';
import { questionReports } from '@lippet/core/questions/spread/questionReports';
import { reportsCsv } from '@lippet/core/questions/spread/reportsCsv';
import { useEffect, useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { news } from '../../api/news';
import { download } from '../../page/takeOut/takeOut';
import { BackHead } from '../../ui/BackHead';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Opening } from '../../ui/Opening';
import { Pick } from '../../ui/Pick';
import { Screen } from '../../ui/Screen';
import { ActivityPlaceProvider } from './activityPlace';
import { AnswerBoard } from './AnswerBoard';
import { CrewsDesk } from './CrewsDesk';
import { QuestionReportCard } from './QuestionReportCard';
import { useGroupAnswers } from './useAnswers';

type Shown = 'now' | 'questions' | 'crews';

const SHOWN = [
  { value: 'now', word: 'As they answer' },
  { value: 'questions', word: 'By question' },
  { value: 'crews', word: 'Crews' },
] as const satisfies { value: Shown; word: string }[];

/** What a group answers to the questions of an activity: as they answer, by question, and who could be helped together. */
export default function AnswersDesk({ activityId, me }: { activityId: string; me: Me }) {
  const [group, setGroup] = useState<string | null>(null);
  const [shown, setShown] = useState<Shown>('now');
  const { data: view, error, anew } = useGroupAnswers(activityId, me, group);
  useEffect(() => news.start(me.id), [me.id]);
  const reports = useMemo(() => (view ? questionReports(view) : []), [view]);
  return (
    <Screen full>
      <BackHead title={view ? view.title : 'Answers'} home="/to-review" />
      {me.groups.length > 1 && (
        <Pick
          label="Group"
          options={me.groups.map(({ id, name }) => ({ value: id, word: name }))}
          chosen={group ?? view?.group.id ?? null}
          onChoose={setGroup}
        />
      )}
      {error && <Notice again={anew}>{error.message}</Notice>}
      {!view && !error && <Opening />}
      {view && !error && (
        <ActivityPlaceProvider value={{ id: activityId, group: view.group.id, anew }}>
          <View style={styles.row}>
            <Pick label="What is shown" options={SHOWN} chosen={shown} onChoose={setShown} />
            {shown === 'questions' && (
              <Button
                icon="out"
                label="Take the questions out as CSV"
                onPress={() =>
                  download(
                    new Blob([reportsCsv(reports, view.parts)], { type: 'text/csv;charset=utf-8' }),
                    `Answers ${view.title} ${view.group.name}.csv`,
                  )
                }
              >
                CSV
              </Button>
            )}
          </View>
          {reports.length === 0 && <Notice calm>This activity asks no questions.</Notice>}
          {shown === 'now' && reports.length > 0 && <AnswerBoard view={view} reports={reports} />}
          {shown === 'questions' && (
            <View style={styles.cards}>
              {reports.map((report) => (
                <QuestionReportCard
                  key={report.question.id}
                  report={report}
                  learners={view.learners.length}
                  help={view.help}
                  activityId={activityId}
                  onPutRight={anew}
                />
              ))}
            </View>
          )}
          {shown === 'crews' && reports.length > 0 && (
            <CrewsDesk
              key={view.group.id}
              activityId={activityId}
              view={view}
              reports={reports}
              zone={me.school.zone}
            />
          )}
        </ActivityPlaceProvider>
      )}
    </Screen>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 14, alignItems: 'center', justifyContent: 'space-between' },
  cards: { flexDirection: 'row', flexWrap: 'wrap', gap: 18, alignItems: 'flex-start' },
});
