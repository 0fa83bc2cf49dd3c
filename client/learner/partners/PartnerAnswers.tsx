import { LIMITS } from '@lippet/core/contract/limits';
import type { PartnerAnswerView } from '@lippet/core/contract/partners';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { keys } from '../../api/queries';
import { request } from '../../api/request';
import { GivenFile } from '../../marking/GivenFile';
import { Hear } from '../../readAloud/Hear';
import { TakePlayer } from '../../recording/TakePlayer';
import { takeOf } from '../../recording/takeOf';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { Pick } from '../../ui/Pick';
import { colours, OUTLINE } from '../../ui/theme';
import type { Whose } from '../useWhoseMarks';

interface Props {
  activityId: string;
  partners: readonly PartnerAnswerView[];
  whose: Whose;
  /** The teacher's name, where they have answered as well. */
  teacher: string | null;
  onChoose: (whose: Whose) => void;
}

/** What partners said of one's work: whose marks are shown, and what each says. */
export function PartnerAnswers({ activityId, partners, whose, teacher, onChoose }: Props) {
  if (partners.length === 0) return null;
  const shown = partners.filter(({ id }) => whose === 'all' || id === whose);
  const choices = [
    ...(teacher ? [{ value: 'teacher', word: teacher }] : []),
    ...(partners.length > 1 ? [{ value: 'all', word: 'All partners' }] : []),
    ...partners.map(({ id, name }) => ({ value: id, word: name })),
  ];
  return (
    <View style={styles.box} role="group" aria-label="What your partners say">
      {choices.length > 1 && (
        <Pick<Whose> label="Whose marks are shown" headed options={choices} chosen={whose} onChoose={onChoose} />
      )}
      {shown.map((answer) => (
        <PartnerAnswer key={answer.id} activityId={activityId} answer={answer} />
      ))}
    </View>
  );
}

const HELPED = [
  { value: 'yes', word: 'It helps me' },
  { value: 'no', word: 'Not really' },
] as const;

function helpedWord(helped: boolean | null): 'yes' | 'no' | null {
  if (helped === null) return null;
  return helped ? 'yes' : 'no';
}

function PartnerAnswer({ activityId, answer }: { activityId: string; answer: PartnerAnswerView }) {
  const client = useQueryClient();
  const { id, name, note, lines, told, attached, helped } = answer;
  const [words, setWords] = useState(answer.answer);
  const [trouble, setTrouble] = useState<string | null>(null);
  const thank = async (thanks: { helped?: boolean; answer?: string }): Promise<void> => {
    try {
      await request('PUT /partner-reviews/:id/thanks', { id }, thanks);
      setTrouble(null);
      await client.invalidateQueries({ queryKey: keys.partnerAnswers(activityId) });
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  return (
    <View style={styles.answer} role="group" aria-label={`What ${name} says`}>
      <Text variant="titleSmall">{name}</Text>
      {note !== '' && <Text variant="bodyLarge">{note}</Text>}
      {note !== '' && <Hear text={note} label={`what ${name} wrote`} small />}
      {told && <TakePlayer take={takeOf(told)} label={`What ${name} says`} />}
      {attached && <GivenFile media={attached} title={`The file from ${name}`} />}
      {lines.map((line) => (
        <Text key={line.title} variant="bodyMedium">{`${line.title}: ${line.words}`}</Text>
      ))}
      <Pick
        label={`Does it help? ${name}`}
        options={HELPED}
        chosen={helpedWord(helped)}
        onChoose={(word) => void thank({ helped: word === 'yes' })}
      />
      <Field
        label={`Say something back to ${name}`}
        value={words}
        onChangeText={setWords}
        maxLength={LIMITS.word}
        multiline
      />
      {words !== answer.answer && (
        <Button icon="boat" onPress={() => void thank({ answer: words })} style={styles.start}>
          Send it
        </Button>
      )}
      {trouble && <Notice>{trouble}</Notice>}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 12 },
  answer: { gap: 10, padding: 12, backgroundColor: colours.scrap, borderWidth: OUTLINE, borderColor: colours.ink },
  start: { alignSelf: 'flex-start' },
});
