import type { MediaHome } from '@lippet/core/contract/media';
import type { ActivityPlan } from '@lippet/core/contract/activityDefinition';
import type { TakeSort } from '@lippet/core/recording/take';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type { Recorded } from '../../capture/recorder';
import { choosePicture } from '../../page/pictures/choosePicture';
import { takeOf } from '../../recording/takeOf';
import { TakePlayer } from '../../recording/TakePlayer';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { TextEditor } from '../../words/TextEditor';
import { RecordingFile } from './RecordingFile';

interface Props {
  plan: ActivityPlan;
  home: MediaHome;
  change: (how: (plan: ActivityPlan) => ActivityPlan, step?: boolean) => void;
  /** @param brought from a file, to be looked at and kept */
  onRecord: (sort: TakeSort, brought?: Recorded) => void;
  /** Changes where the text was set from outside, so that the editor shows it. */
  edition: number;
}

/** What is to be done: written, and where wanted said or shown. */
export function TaskSection({ plan, home, change, onRecord, edition }: Props) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const picture = async (): Promise<string | null> => {
    const chosen = await choosePicture(home);
    if (!chosen) return null;
    setTrouble(chosen.trouble);
    return chosen.media;
  };
  return (
    <>
      <TextEditor
        key={edition}
        label="The task"
        text={plan.task}
        onText={(task) => change((now) => ({ ...now, task }))}
        onPicture={picture}
      />
      {trouble && <Notice>{trouble}</Notice>}
      {plan.told ? (
        <View style={styles.told}>
          <Text variant="labelMedium">{plan.told.sort === 'film' ? 'You show it' : 'You say it'}</Text>
          <TakePlayer take={takeOf(plan.told)} label="The task" />
          <View style={styles.row}>
            <Button icon="bin" onPress={() => change((now) => ({ ...now, told: null }), true)}>
              Take it away
            </Button>
          </View>
        </View>
      ) : (
        <View style={styles.row}>
          <Button icon="voice" onPress={() => onRecord('sound')}>
            Say the task
          </Button>
          <Button icon="film" onPress={() => onRecord('film')}>
            Film the task
          </Button>
          <RecordingFile home={home} onRecord={onRecord} onTrouble={setTrouble} />
        </View>
      )}
      <Field
        label="What they need on the table"
        value={plan.supplies}
        onChangeText={(supplies) => change((now) => ({ ...now, supplies }))}
        maxLength={500}
      />
    </>
  );
}

const styles = StyleSheet.create({
  told: { gap: 8 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
});
