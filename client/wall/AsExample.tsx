import type { ExampleState, HangingView, WallView } from '@lippet/core/contract/wall';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { request } from '../api/request';
import { Button } from '../ui/Button';
import { colours, OUTLINE } from '../ui/theme';

interface Props {
  wall: WallView;
  piece: HangingView;
  act: (work: () => Promise<unknown>) => Promise<boolean>;
}

/** How it stands, to its learner and to a teacher. */
const STANDS: Record<'named' | 'nameless', string> = {
  named: 'Classes that do this later see it, with the name.',
  nameless: 'Classes that do this later see it, without a name.',
};

/** Whether work stays as an example for later classes: a teacher asks, and whoever made it says so. */
export function AsExample({ wall, piece: { id, name, mine, state, example }, act }: Props) {
  const set = (next: ExampleState) => (): void =>
    void act(() => request('PUT /hangings/:id/example', { id }, { example: next }));
  if (example === 'none')
    return wall.teaches && state === 'hangs' ? (
      <Button icon="shelf" onPress={set('asked')} style={styles.start}>
        Ask to show it to later classes
      </Button>
    ) : null;
  if (example !== 'asked')
    return (
      <View style={styles.box}>
        <Text variant="bodyMedium" role="status">
          {STANDS[example]}
        </Text>
        <Button icon="lock" onPress={set('none')} style={styles.start}>
          Show it no longer
        </Button>
      </View>
    );
  if (mine)
    return (
      <View style={styles.box} role="group" aria-label="May later classes see this?">
        <Text variant="bodyLarge">
          Your teacher would like to show this to classes that do it after you. May they see it?
        </Text>
        <Button kind="main" icon="tick" onPress={set('nameless')} style={styles.start}>
          Yes, without my name
        </Button>
        <Button icon="tick" onPress={set('named')} style={styles.start}>
          Yes, with my name
        </Button>
        <Button icon="close" onPress={set('none')} style={styles.start}>
          No
        </Button>
      </View>
    );
  return (
    <View style={styles.box}>
      <Text variant="bodyMedium" role="status">{`${name} is asked, and has not said yet.`}</Text>
      <Button icon="close" onPress={set('none')} style={styles.start}>
        Ask no longer
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 8, padding: 10, backgroundColor: colours.mist, borderWidth: OUTLINE, borderColor: colours.ink },
  start: { alignSelf: 'flex-start' },
});
