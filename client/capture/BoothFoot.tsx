import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../ui/Button';
import { LineIcon, type LineName } from '../ui/LineIcon';
import { colours, OUTLINE } from '../ui/theme';
import type { BoothPart } from './boothPart';
import { CaptureTool } from './CaptureTool';
import type { Booth } from './useBooth';

interface Props {
  booth: Booth;
  part: BoothPart;
  /** A phone lies on its side. */
  low: boolean;
}

/** The button that records, and what can be chosen beside it. */
export function BoothFoot({ booth, part: { recording }, low }: Props) {
  const { streams, state, recorder, sort, count, start, turnRound, bringFile } = booth;
  const film = sort === 'film';
  const under = state.phase === 'recording' || state.phase === 'paused';
  const nothing = state.phase === 'paused' && state.stretches === 0;
  return (
    <View style={[styles.foot, low && styles.footLow]}>
      <View style={styles.side}>
        {!under && (
          <CaptureTool icon="picture" word="Files" label="Take it from files" onPress={() => void bringFile()} />
        )}
        {!under && recording.sort === 'film' && recording.soundOnly && <SortSwitch booth={booth} />}
        {state.phase === 'paused' && state.stretches > 0 && (
          <CaptureTool
            icon="undo"
            word="Drop last"
            label="Drop the last stretch"
            onPress={() => recorder!.dropLast()}
          />
        )}
      </View>
      {!under && (
        <Big
          label={film ? 'Start filming' : 'Start recording'}
          icon="record"
          disabled={!streams || count > 0}
          onPress={start}
        />
      )}
      {state.phase === 'recording' && <Big label="Pause" icon="pause" onPress={() => recorder!.pause()} />}
      {state.phase === 'paused' && <Big label="Go on" icon="record" onPress={() => recorder!.run()} />}
      <View style={[styles.side, styles.right]}>
        {!under && streams?.twoCameras && (
          <CaptureTool icon="flip" word="Turn round" label="Use the camera on the other side" onPress={turnRound} />
        )}
        {under && (
          <Button kind="chosen" icon="tick" disabled={nothing} onPress={() => recorder!.stop()}>
            Done
          </Button>
        )}
      </View>
    </View>
  );
}

function SortSwitch({ booth: { sort, switchSort } }: Pick<Props, 'booth'>) {
  return sort === 'film' ? (
    <CaptureTool icon="voice" word="Only sound" label="Record only sound, without a picture" onPress={switchSort} />
  ) : (
    <CaptureTool icon="film" word="With picture" label="Record a film, with a picture" onPress={switchSort} />
  );
}

interface BigProps {
  label: string;
  icon: LineName;
  disabled?: boolean;
  onPress: () => void;
}

function Big({ label, icon, disabled, onPress }: BigProps) {
  return (
    <Pressable
      role="button"
      aria-label={label}
      disabled={disabled}
      onPress={onPress}
      style={({ pressed }) => [styles.big, disabled && styles.off, pressed && styles.pressed]}
    >
      <LineIcon name={icon} size={40} colour={colours.scrap} width={2.6} />
      <Text variant="labelSmall" style={styles.light}>
        {label.split(' ')[0]}
      </Text>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  footLow: { flexDirection: 'column', width: 156, paddingBottom: 12 },
  foot: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
    padding: 12,
    paddingBottom: 20,
    maxWidth: 640,
    width: '100%',
    alignSelf: 'center',
  },
  side: { flex: 1, flexDirection: 'row', gap: 2, alignItems: 'center' },
  right: { justifyContent: 'flex-end' },
  big: {
    width: 96,
    height: 88,
    backgroundColor: colours.vermilion,
    borderWidth: OUTLINE + 1,
    borderColor: colours.scrap,
    alignItems: 'center',
    justifyContent: 'center',
    marginHorizontal: 6,
    gap: 2,
  },
  off: { opacity: 0.5 },
  pressed: { transform: [{ scale: 0.95 }] },
  light: { color: colours.scrap },
});
