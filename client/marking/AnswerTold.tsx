import type { RecordedMessage } from '@lippet/core/contract/activityDefinition';
import type { TakeSort } from '@lippet/core/recording/take';
import { StyleSheet, View } from 'react-native';
import { takeOf } from '../recording/takeOf';
import { TakePlayer } from '../recording/TakePlayer';
import { Button } from '../ui/Button';

interface Props {
  told: RecordedMessage | null;
  name: string;
  /** Null where it can't be changed any more. */
  onRecord: ((sort: TakeSort) => void) | null;
  onDrop: () => void;
}

/** An answer that is spoken or filmed. */
export function AnswerTold({ told, name, onRecord, onDrop }: Props) {
  if (told) {
    return (
      <View style={styles.told}>
        <TakePlayer take={takeOf(told)} label={`What you say to ${name}`} />
        {onRecord && (
          <Button icon="bin" label={`Take it away: what you say to ${name}`} onPress={onDrop} style={styles.start}>
            Take it away
          </Button>
        )}
      </View>
    );
  }
  if (!onRecord) return null;
  return (
    <>
      <Button icon="voice" label={`Say it to ${name}`} onPress={() => onRecord('sound')}>
        Say it
      </Button>
      <Button icon="film" label={`Film it for ${name}`} onPress={() => onRecord('film')}>
        Film it
      </Button>
    </>
  );
}

const styles = StyleSheet.create({
  told: { gap: 8, flexBasis: '100%' },
  start: { alignSelf: 'flex-start' },
});
