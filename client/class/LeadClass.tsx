import { SEEN_BY, type ClassroomView, type SeenBy } from '@lippet/core/contract/class';
import { completedAddress } from '@lippet/core/words/webAddress';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { ReaderSign } from '../questions/ReaderSign';
import { MessageComposer } from '../questions/MessageComposer';
import { Dialog } from '../ui/Dialog';
import { Button } from '../ui/Button';
import { DateField } from '../ui/DateField';
import { Field } from '../ui/Field';
import { Pick } from '../ui/Pick';
import { DayAnswers } from './DayQuestion';
import type { Classroom } from './useClassroom';

const SEEN_WORDS: Record<SeenBy, string> = { teacher: 'Only teachers', all: 'Everybody in the class' };

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
          {question.answers && <DayAnswers answers={question.answers} of={room.learners.length} />}
          <Button onPress={() => void classroom.askDaily(null)} style={styles.start}>
            Ask it no more
          </Button>
        </View>
      )}
      {open === 'question' && <QuestionForm onClose={close} onAsk={classroom.askDaily} />}
      {open === 'live' && <LiveForm live={live} zone={zone} onClose={close} onMeet={classroom.meetAt} />}
    </>
  );
}

function QuestionForm({ onClose, onAsk }: { onClose: () => void; onAsk: Classroom['askDaily'] }) {
  const [words, setWords] = useState('How is the wind today?');
  const [seenBy, setSeenBy] = useState<SeenBy>('teacher');
  return (
    <Dialog
      visible
      title="A question each day"
      onClose={onClose}
      answers={
        <>
          <Button onPress={onClose}>Not now</Button>
          <Button
            kind="main"
            disabled={words.trim() === ''}
            onPress={() => void onAsk({ words, seenBy }).then((asked) => asked && onClose())}
          >
            Ask it
          </Button>
        </>
      }
    >
      <Field label="The question" value={words} onChangeText={setWords} maxLength={500} />
      <Pick
        label="Who sees the answers"
        headed
        options={SEEN_BY.map((value) => ({ value, word: SEEN_WORDS[value] }))}
        chosen={seenBy}
        onChoose={setSeenBy}
      />
    </Dialog>
  );
}

function LiveForm({
  live,
  zone,
  onClose,
  onMeet,
}: {
  live: ClassroomView['live'];
  zone: string;
  onClose: () => void;
  onMeet: Classroom['meetAt'];
}) {
  const [address, setAddress] = useState(live?.address ?? 'https://');
  const [words, setWords] = useState(live?.words ?? '');
  const [at, setAt] = useState(live?.at ?? null);
  const keep = (next: ClassroomView['live']): void => void onMeet(next).then((kept) => kept && onClose());
  return (
    <Dialog
      visible
      title="A lesson by link"
      onClose={onClose}
      answers={
        <>
          {live && (
            <Button icon="bin" onPress={() => keep(null)}>
              Take it away
            </Button>
          )}
          <Button onPress={onClose}>Not now</Button>
          <Button
            kind="main"
            disabled={address.trim().length < 10}
            onPress={() => keep({ address: completedAddress(address), words, at })}
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
