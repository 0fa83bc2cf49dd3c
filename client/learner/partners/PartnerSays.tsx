import { LIMITS } from '@lippet/core/contract/limits';
import type { PartnerReviewView } from '@lippet/core/contract/partners';
import { whatIsLacking } from '@lippet/core/review/partners/partnerLacking';
import { NO_MARKING, NO_OWN_MARK } from '@lippet/core/review/rubric';
import type { TakeSort } from '@lippet/core/recording/take';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { getBytes } from '../../api/request';
import { download } from '../../page/takeOut/takeOut';
import { Hear } from '../../readAloud/Hear';
import { AnswerTold } from '../../marking/AnswerTold';
import { FileWithIt } from '../../marking/FileWithIt';
import { GivenFile } from '../../marking/GivenFile';
import { RubricMarks } from '../../marking/RubricMarks';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { colours, OUTLINE } from '../../ui/theme';
import type { Keeping } from './partnerDraft';
import type { PartnerWorkInHand } from './usePartnerWork';

interface Props {
  review: PartnerReviewView;
  work: PartnerWorkInHand;
  onRecord: (sort: TakeSort) => void;
}

const keptWords = (keeping: Keeping, name: string): string => {
  if (keeping.step === 'keeping') return 'Keeping …';
  return keeping.step === 'failed' ? keeping.why : `Kept. ${name} sees nothing of it yet.`;
};

/** What one says of a partner's work, and what is asked for. */
export function PartnerSays({ review, work, onRecord }: Props) {
  const { name, rubric, halves, asks, named } = review;
  const { draft, editable } = work;
  const { words: given, keeping } = useStore(draft.state);
  if (!editable) return <PartnerSaidSo review={review} work={work} />;
  // Marks are seen on the sheet: only what is said here is counted here.
  const lacking = whatIsLacking(
    { ...asks, marks: false },
    { marks: true, note: given.note.trim() !== '', told: given.told !== null, rows: Object.keys(given.levels) },
  );
  return (
    <View style={styles.panel}>
      <Text variant="headlineMedium" role="heading" aria-level={2}>
        {`The work of ${name}`}
      </Text>
      <Text variant="bodyMedium">{`${name} needs ${asksWords(review)}. Say what is good, and what would make it better.`}</Text>
      <RubricMarks
        rubric={rubric}
        marking={{ ...NO_MARKING, halves }}
        levels={given.levels}
        own={NO_OWN_MARK}
        onChange={({ levels }) => levels && draft.write({ levels })}
      />
      <Field
        label={`Note to ${name}`}
        value={given.note}
        onChangeText={(note) => draft.write({ note })}
        multiline
        maxLength={LIMITS.note}
      />
      {!named && <Text variant="bodySmall">Your voice, your face or a name in a file may tell who you are.</Text>}
      <View style={styles.ways}>
        <AnswerTold told={given.told} name={name} onRecord={onRecord} onDrop={() => draft.write({ told: null })} />
        <FileWithIt
          media={given.attached}
          home={work.home}
          name={name}
          onChange={(attached) => draft.write({ attached })}
        />
      </View>
      <Text variant="bodySmall" role="status" style={{ color: colours.soft }}>
        {keptWords(keeping, name)}
      </Text>
      {lacking.length > 0 && <Text variant="labelMedium">{`Still to give: ${lacking.join('; ')}`}</Text>}
      <CopyOfIt review={review} />
    </View>
  );
}

/** What is asked for, as one reads it in a sentence. */
function asksWords({ asks, rubric }: PartnerReviewView): string {
  const all = [
    asks.note && 'a note',
    asks.marks && 'marks on the work',
    rubric.length > 0 && 'a choice in each line below',
    asks.told && 'something you say or film',
  ].filter((words) => words !== false);
  return all.length > 1 ? `${all.slice(0, -1).join(', ')} and ${all.at(-1)}` : (all[0] ?? 'a look');
}

/** What was given: it stays as it is. What came back for it stands with it. */
function PartnerSaidSo({ review, work }: Pick<Props, 'review' | 'work'>) {
  const { name, rubric, halves, helped, answer, throughTeacher, state } = review;
  const { words: given } = useStore(work.draft.state);
  const reads = throughTeacher ? 'Your teacher reads it first.' : `${name} has it now.`;
  return (
    <View style={styles.panel}>
      <Text variant="headlineMedium" role="heading" aria-level={2}>
        {`What you said to ${name}`}
      </Text>
      <Text variant="bodyMedium" role="status">
        {state === 'given' ? `You have given this. ${reads}` : 'This can’t be changed just now.'}
      </Text>
      {given.note !== '' && <Text variant="bodyLarge">{given.note}</Text>}
      {given.note !== '' && <Hear text={given.note} label="your note" small />}
      {Object.keys(given.levels).length > 0 && (
        <RubricMarks
          rubric={rubric}
          marking={{ ...NO_MARKING, halves }}
          levels={given.levels}
          own={NO_OWN_MARK}
          onChange={null}
        />
      )}
      <AnswerTold told={given.told} name={name} onRecord={null} onDrop={() => undefined} />
      {given.attached && <GivenFile media={given.attached} title="Your file" />}
      {helped !== null && (
        <Text variant="titleSmall">{helped ? `${name} says that it helped.` : `${name} has read it.`}</Text>
      )}
      {answer !== '' && (
        <View style={styles.answer}>
          <Text variant="bodyLarge">{`“${answer}”`}</Text>
        </View>
      )}
      <CopyOfIt review={review} />
    </View>
  );
}

/** The work with one's own marks on it, as a PDF. */
function CopyOfIt({ review: { id, title, name, state } }: { review: PartnerReviewView }) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const take = async (): Promise<void> => {
    setTrouble(null);
    try {
      const bytes = await getBytes(`/partner-reviews/${id}/copy.pdf`);
      download(new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'application/pdf' }), `${title}, ${name}.pdf`);
    } catch (failure) {
      setTrouble((failure as Error).message);
    }
  };
  if (state === 'waits') return <Notice calm>Their work has not come yet.</Notice>;
  return (
    <>
      <Button icon="out" onPress={() => void take()} style={styles.start}>
        A copy with my marks
      </Button>
      {trouble && <Notice>{trouble}</Notice>}
    </>
  );
}

const styles = StyleSheet.create({
  panel: { padding: 16, gap: 12 },
  ways: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
  answer: { padding: 10, backgroundColor: colours.mist, borderWidth: OUTLINE, borderColor: colours.ink },
  start: { alignSelf: 'flex-start' },
});
