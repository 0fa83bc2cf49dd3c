import type { UnusedLine } from '@lippet/core/questions/paste/pastedQuestions';
import type { Question } from '@lippet/core/questions/question';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useSchool } from '../../api/useSchool';
import { download } from '../../page/takeOut/takeOut';
import { askForFiles } from '../../ui/askForFiles';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { csvFile, qtiFile, readQuestionFile } from './questionExchange';

interface Props {
  questions: readonly Question[];
  onBring: (questions: readonly Question[], unused: readonly UnusedLine[]) => void;
}

/** Questions in and out as files: QTI, which other programs read, and a table. */
export function QuestionFiles({ questions, onBring }: Props) {
  const school = useSchool();
  const [left, setLeft] = useState<readonly string[]>([]);
  const bring = async (): Promise<void> => {
    const [file] = await askForFiles('.zip,.xml,.csv,.txt,text/csv,application/xml,application/zip');
    if (!file) return;
    const { questions: brought, unused } = await readQuestionFile(file, school);
    onBring(brought, unused);
  };
  const takeOut = (as: 'qti' | 'csv'): void => {
    const made = as === 'qti' ? qtiFile(questions) : csvFile(questions, school);
    setLeft(made.left);
    download(made.file, as === 'qti' ? 'Questions.zip' : 'Questions.csv');
  };
  return (
    <>
      <View style={styles.row} role="group" aria-label="Questions in and out">
        <Button icon="box" label="Questions from a file, QTI or CSV" onPress={() => void bring()}>
          From a file
        </Button>
        {questions.length > 0 && (
          <>
            <Button icon="out" label="Take the questions out as QTI" onPress={() => takeOut('qti')}>
              QTI
            </Button>
            <Button icon="out" label="Take the questions out as CSV" onPress={() => takeOut('csv')}>
              CSV
            </Button>
          </>
        )}
      </View>
      {left.map((words) => (
        <Notice key={words} calm>
          {words}
        </Notice>
      ))}
    </>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 } });
