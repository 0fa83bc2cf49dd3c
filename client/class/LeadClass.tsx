import type { ClassroomView } from '@lippet/core/contract/class';
import { completedAddress } from '@lippet/core/words/webAddress';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { ReaderSign } from '../threads/ReaderSign';
import { MessageComposer } from '../threads/MessageComposer';
import { Dialog } from '../ui/Dialog';
import { Button } from '../ui/Button';
import { DateField } from '../ui/DateField';
import { Field } from '../ui/Field';
import { DayAnswers } from './DayQuestion';
import { DayQuestionForm } from './DayQuestionForm';
import { dayOptions } from './dayOptions';
import { SEEN_WORDS } from './seenWords';
import type { Classroom } from './useClassroom';

/** What a teacher does for a class: tells it something, asks it something each day, says where it meets. */
export function LeadClass({ room, classroom, zone }: { room: ClassroomView; classroom: Classroom; zone: string }) {
  const [open, setOpen] = useState<'question' | 'live' | null>(null);
  const { question, live } = room;
  const close = (): void => setOpen(null);
  return (
    <>
      <View>
        <ReaderSign audience="class" words={`Everybody in ${room.name} reads this: ${room.learners.length} learners`} />
        <MessageComposer
          place={`class:${room.id}`}
          label="Tell the class"
          word="Tell them"
          home={`groups/${room.id}`}
          onSay={classroom.tell}
        />
      </View>
      <View style={styles.row}>
        <Button icon="ask" onPress={() => setOpen('question')}>
          {question ? 'Another question of the day' : 'Ask a question each day'}
        </Button>
        <Button icon="film" onPress={() => setOpen('live')}>
          {live ? 'Change the lesson by link' : 'A lesson by link'}
        </Button>
      </View>
      {question && (
        <View style={styles.question} role="region" aria-label="Question of the day">
          <Text variant="headlineSmall" role="heading" aria-level={2}>
            {question.words}
          </Text>
          <Text variant="bodySmall">{`Asked each day. The answers are seen by: ${SEEN_WORDS[question.seenBy].toLowerCase()}.`}</Text>
          {question.answers && (
            <DayAnswers answers={question.answers} options={dayOptions(question)} of={room.learners.length} />
          )}
          <Button onPress={() => void classroom.askNoMore()} style={styles.start}>
            Ask it no more
          </Button>
        </View>
      )}
      {open === 'question' && <DayQuestionForm home={`groups/${room.id}`} classroom={classroom} onClose={close} />}
      {open === 'live' && <LiveForm live={live} zone={zone} onClose={close} classroom={classroom} />}
    </>
  );
}

function LiveForm({
  live,
  zone,
  onClose,
  classroom,
}: {
  live: ClassroomView['live'];
  zone: string;
  onClose: () => void;
  classroom: Classroom;
}) {
  const [address, setAddress] = useState(live?.address ?? 'https://');
  const [words, setWords] = useState(live?.words ?? '');
  const [at, setAt] = useState(live?.at ?? null);
  const [problem, setProblem] = useState<string | null>(null);
  const keep = async (next: ClassroomView['live']): Promise<void> => {
    const why = await classroom.meetAt(next);
    setProblem(why);
    if (why === null) onClose();
  };
  return (
    <Dialog
      visible
      title="A lesson by link"
      problem={problem}
      onClose={onClose}
      answers={
        <>
          {live && (
            <Button icon="bin" onPress={() => void keep(null)}>
              Take it away
            </Button>
          )}
          <Button onPress={onClose}>Not now</Button>
          <Button
            kind="main"
            disabled={address.trim().length < 10}
            onPress={() => void keep({ address: completedAddress(address), words, at })}
          >
            Show it
          </Button>
        </>
      }
    >
      <Field label="Address of the room" value={address} onChangeText={setAddress} autoCapitalize="none" />
      <Field label="What it is" value={words} onChangeText={setWords} maxLength={500} />
      <DateField label="Begins" value={at} zone={zone} onChange={setAt} />
    </Dialog>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
  question: { gap: 8, paddingVertical: 6 },
  start: { alignSelf: 'flex-start' },
});
