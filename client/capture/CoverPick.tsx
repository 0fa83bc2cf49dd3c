import { timeWords } from '@lippet/core/recording/moments';
import { toRecorded, type Span } from '@lippet/core/recording/spans';
import { useEffect, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../ui/Button';
import { Press } from '../ui/Press';
import { colours } from '../ui/theme';
import { offerFrames, type OfferedFrame } from './coverFrames';

interface Props {
  film: Blob;
  spans: readonly Span[];
  /** Second of the recording that was chosen. */
  chosen: number | null;
  /** Where one is in what is kept. */
  moment: { at: number };
  onChoose: (second: number) => void;
}

/** The picture that stands for a film: one of the frames that are sharp and well lit, or any other. */
export function CoverPick({ film, spans, chosen, moment, onChoose }: Props) {
  const [frames, setFrames] = useState<OfferedFrame[] | null>(null);
  const [failed, setFailed] = useState(false);
  const choose = useRef(onChoose);
  choose.current = onChoose;
  useEffect(() => {
    let gone = false;
    offerFrames(film, spans).then(
      (found) => {
        if (gone) return;
        setFrames(found);
        if (found[0]) choose.current(found[0].second);
      },
      () => !gone && setFailed(true),
    );
    return () => void (gone = true);
  }, [film, spans]);
  if (failed) return null; // the film plays, but gives no frames: school chooses one
  return (
    <View style={styles.box}>
      <Text variant="titleSmall">Its cover</Text>
      <View style={styles.row} role="radiogroup" aria-label="Cover">
        {!frames && (
          <Text variant="bodySmall" style={{ color: colours.soft }}>
            Looking for good frames …
          </Text>
        )}
        {frames?.map(({ second, address }) => {
          const here = chosen === second;
          return (
            <Press
              key={second}
              role="radio"
              aria-checked={here}
              aria-label={`The frame at ${timeWords(second)}`}
              flat={here}
              fill={here ? colours.ochre : colours.scrap}
              onPress={() => onChoose(second)}
              style={styles.frame}
            >
              <img src={address} alt="" style={{ width: 64, height: 48, objectFit: 'cover', display: 'block' }} />
            </Press>
          );
        })}
      </View>
      <Button
        onPress={() => onChoose(toRecorded(spans, moment.at))}
        kind={chosen !== null && !frames?.some(({ second }) => second === chosen) ? 'chosen' : 'plain'}
        style={styles.any}
      >{`The one shown now, at ${timeWords(moment.at)}`}</Button>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 10 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  frame: { padding: 4 },
  any: { alignSelf: 'flex-start' },
});
