import type { ReactNode } from 'react';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { Dialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';
import { leftOut, type GivingQuestion } from './planTasks';
import { usePlanHere, type PlanDeskModel } from './usePlanDesk';

/** What is asked before changes are given out that touch what others have made. */
export function GivingQuestions() {
  const { plan, school } = usePlanHere();
  return (
    <>
      <Question asks="leaving" title="Give it out without what was begun?" agreed={['leaving']}>
        <PartsLeftOut plan={plan} school={school} />
      </Question>
      <Question asks="remarking" title="Change what is marked by?" agreed={['leaving', 'remarking']}>
        <PiecesMarked count={school.marked.count} />
      </Question>
    </>
  );
}

interface Props {
  asks: GivingQuestion;
  title: string;
  /** What is agreed to by giving it out now. */
  agreed: readonly GivingQuestion[];
  children: ReactNode;
}

function Question({ asks, title, agreed, children }: Props) {
  const { tasks, giveOut } = usePlanHere();
  const asked = useStore(tasks.state, (task) => task.step === 'asking' && task.question === asks);
  return (
    <Dialog
      visible={asked}
      title={title}
      onClose={() => tasks.stop()}
      answers={
        <>
          <Button onPress={() => tasks.stop()}>Not now</Button>
          <Button kind="main" onPress={() => void giveOut(agreed)}>
            Give it out
          </Button>
        </>
      }
    >
      {children}
    </Dialog>
  );
}

/** A dialog stands outside of the form: what it shows is handed to it. */
function PartsLeftOut({ plan, school }: Pick<PlanDeskModel, 'plan' | 'school'>) {
  return (
    <>
      {leftOut(plan, school).map(({ part }) => (
        <Text key={part.id} variant="bodyMedium">
          {`“${part.title}” has work in it by ${(school.workIn[part.id] ?? []).join(', ')}.`}
        </Text>
      ))}
      <Text variant="bodyMedium">
        It stays with their pieces, and is not asked for any more. You can put it back at any time.
      </Text>
    </>
  );
}

function PiecesMarked({ count }: { count: number }) {
  const [pieces, them] = count === 1 ? ['One piece was', 'it'] : [`${count} pieces were`, 'them'];
  return (
    <Text variant="bodyMedium">
      {`${pieces} marked by what good work showed until now. What was said of ${them} stays as it is, with the lines ` +
        'and the mark it had. Only what you answer from now on goes by the new lines.'}
    </Text>
  );
}
