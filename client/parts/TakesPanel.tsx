import type { PartView } from '@lippet/core/parts/part';
import { lengthWords, timeWords } from '@lippet/core/recording/moments';
import { spansLength } from '@lippet/core/recording/spans';
import { chosenTake, takeName, type Take } from '@lippet/core/recording/take';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import Svg, { Path } from 'react-native-svg';
import { faultLine } from '@lippet/core/sound/faultWords';
import { KeepCopy } from '../recording/KeepCopy';
import { TakePlayer } from '../recording/TakePlayer';
import { Button } from '../ui/Button';
import { LineIcon } from '../ui/LineIcon';
import { Press } from '../ui/Press';
import { colours, OUTLINE } from '../ui/theme';
import type { TakeActions } from '../recording/useTakes';

interface Props {
  part: PartView;
  takes: readonly Take[];
  /** Null where nothing can be changed. */
  actions: TakeActions | null;
  onRecord: (sort: Take['sort']) => void;
  /** A recording that lies on the device. */
  onFile: (sort: Take['sort']) => void;
}

/** A part that is answered with sound or film: its takes, and which of them is the answer. */
export function TakesPanel({ part, takes, actions, onRecord, onFile }: Props) {
  const film = part.recording.sort === 'film';
  const sort = film ? 'film' : 'sound';
  const chosen = chosenTake(takes);
  if (takes.length === 0) {
    return (
      <View style={styles.start}>
        <RecordPicture film={film} />
        <Text variant="bodyLarge" style={styles.words}>
          {actions
            ? `You have ${lengthWords(part.recording.seconds)}. ${film ? 'You can film in pieces' : 'You can pause'}, and ` +
              'take it again as often as you like.'
            : 'Nothing was recorded.'}
        </Text>
        {actions && (
          <Button kind="main" large icon={film ? 'film' : 'voice'} onPress={() => onRecord(sort)}>
            {film ? 'Film it' : 'Record it'}
          </Button>
        )}
        {actions && film && part.recording.soundOnly && (
          <Button icon="voice" onPress={() => onRecord('sound')}>
            Only sound
          </Button>
        )}
        {actions && (
          <Button icon="box" onPress={() => onFile(sort)}>
            {film ? 'A film from files' : 'A sound from files'}
          </Button>
        )}
      </View>
    );
  }
  return (
    <ScrollView style={styles.list} contentContainerStyle={styles.content} role="group" aria-label="Takes">
      {[...takes].reverse().map((take) => (
        <TakeCard
          key={take.id}
          take={take}
          number={takes.indexOf(take) + 1}
          alone={takes.length === 1}
          chosen={take === chosen}
          part={part}
          actions={actions}
        />
      ))}
      {actions && (
        <Button large icon={film ? 'film' : 'voice'} onPress={() => onRecord(sort)} style={styles.again}>
          Another take
        </Button>
      )}
    </ScrollView>
  );
}

/** One take: its name, itself, and whether it is the one that goes. */
export function TakeCard({
  take,
  number,
  alone,
  chosen,
  part,
  actions,
}: {
  take: Take;
  number: number;
  alone: boolean;
  chosen: boolean;
  part: PartView;
  actions: TakeActions | null;
}) {
  const named = takeName(part.recording.titleStart, take.title);
  const name = named || `Take ${number}`;
  return (
    <View style={[styles.card, chosen && styles.chosen]} role="group" aria-label={`Take ${number}`}>
      <View style={styles.row}>
        <View style={styles.grow}>
          <Text variant="titleMedium">{name}</Text>
          <Text variant="bodySmall" style={{ color: colours.soft }}>
            {[named && `Take ${number}`, timeWords(spansLength(take.spans)), faultLine(take.faults)]
              .filter(Boolean)
              .join(' · ')}
          </Text>
        </View>
        {actions && (
          <Press
            aria-label={`Delete take ${number}`}
            onPress={() => actions.remove(part.id, take)}
            flat
            style={styles.bin}
          >
            <LineIcon name="bin" size={22} />
          </Press>
        )}
      </View>
      <TakePlayer take={take} label={name} />
      <View style={styles.row}>
        {!alone && (
          <Button
            kind={chosen ? 'chosen' : 'plain'}
            icon={chosen ? 'tick' : undefined}
            disabled={!actions && !chosen}
            onPress={() => actions?.choose(part.id, take)}
          >
            {chosen ? 'This one goes' : 'Send this one'}
          </Button>
        )}
        {part.recording.keepCopy && (
          <KeepCopy take={take} name={name} label={`Keep a copy of take ${number}`} word="Keep a copy" />
        )}
      </View>
    </View>
  );
}

/** A speaking trumpet of cut paper, or a film camera. */
function RecordPicture({ film }: { film: boolean }) {
  return (
    <Svg width={150} height={130} viewBox="0 0 150 130" aria-hidden>
      {film ? (
        <>
          <Path
            d="M14 44H96V112H14ZM96 66L136 46V112L96 92Z"
            fill={colours.scrap}
            stroke={colours.ink}
            strokeWidth={3}
            strokeLinejoin="round"
          />
          <Path
            d="M36 44a15 15 0 1 1 .1 0ZM74 44a15 15 0 1 1 .1 0Z"
            fill={colours.ochre}
            stroke={colours.ink}
            strokeWidth={3}
          />
          <Path d="M28 62h26" stroke={colours.vermilion} strokeWidth={6} strokeLinecap="square" />
        </>
      ) : (
        <>
          <Path
            d="M16 54H44L98 20V110L44 78H16Z"
            fill={colours.scrap}
            stroke={colours.ink}
            strokeWidth={3}
            strokeLinejoin="round"
          />
          <Path
            d="M50 82l8 32H40l-8-34"
            fill={colours.ochre}
            stroke={colours.ink}
            strokeWidth={3}
            strokeLinejoin="round"
          />
          <Path
            d="M112 46c10 12 10 26 0 38M126 34c17 20 17 42 0 62"
            fill="none"
            stroke={colours.vermilion}
            strokeWidth={5}
          />
        </>
      )}
    </Svg>
  );
}

const styles = StyleSheet.create({
  start: {
    flex: 1,
    alignItems: 'center',
    justifyContent: 'center',
    gap: 18,
    padding: 24,
    backgroundColor: colours.desk,
  },
  words: { textAlign: 'center', maxWidth: 330 },
  list: { flex: 1, backgroundColor: colours.desk },
  content: { padding: 16, gap: 16, maxWidth: 720, width: '100%', alignSelf: 'center' },
  card: { backgroundColor: colours.scrap, borderWidth: OUTLINE, borderColor: colours.ink, padding: 14, gap: 12 },
  chosen: { borderLeftWidth: 10, borderLeftColor: colours.ochre },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 12 },
  grow: { flex: 1, minWidth: 160 },
  bin: { width: 48, height: 48, alignItems: 'center', justifyContent: 'center' },
  again: { alignSelf: 'center' },
});
