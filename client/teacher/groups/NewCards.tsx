import type { KeyCard } from '@lippet/core/contract/groups';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { download, keyCardsPdf } from '../../page/takeOut/takeOut';
import { Button } from '../../ui/Button';
import { KeyPicture } from '../../ui/KeyPicture';
import { Notice } from '../../ui/Notice';
import { colours, OUTLINE } from '../../ui/theme';

interface Props {
  cards: readonly KeyCard[];
  /** The cards are a file now. */
  onPrinted: () => void;
  onDone: () => void;
}

/** New keys, shown this once: to be printed, or written down. */
export function NewCards({ cards, onPrinted, onDone }: Props) {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const print = async (): Promise<void> => {
    setBusy(true);
    try {
      download(await keyCardsPdf(cards), `Sign-in cards ${cards[0]!.group}.pdf`);
      onPrinted();
    } catch (error) {
      setProblem((error as Error).message);
    }
    setBusy(false);
  };
  return (
    <View style={styles.box} role="region" aria-label="New keys">
      <Text variant="headlineSmall" role="heading" aria-level={2}>
        New keys
      </Text>
      <Notice calm>They are shown this once. Print them now; later you can only make new ones.</Notice>
      {problem && <Notice>{problem}</Notice>}
      <View style={styles.row}>
        <Button kind="main" icon="out" disabled={busy} onPress={() => void print()}>
          {busy ? 'Writing …' : 'Print the cards (PDF)'}
        </Button>
        <Button icon="tick" onPress={onDone}>
          I have them
        </Button>
      </View>
      <View style={styles.cards}>
        {cards.map(({ id, name, signInName, pictures, password }) => (
          <View key={id} role="group" aria-label={name} style={styles.card}>
            <Text variant="titleMedium">{name}</Text>
            {pictures ? (
              <View style={styles.pictures}>
                {pictures.map((picture) => (
                  <View key={picture} style={styles.picture}>
                    <KeyPicture name={picture} size={38} />
                    <Text variant="labelSmall">{picture}</Text>
                  </View>
                ))}
              </View>
            ) : (
              <>
                <Text variant="bodySmall">{`Sign-in name ${signInName}`}</Text>
                <Text variant="titleSmall" selectable>
                  {password}
                </Text>
              </>
            )}
          </View>
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 14, padding: 16, backgroundColor: colours.mist, borderWidth: OUTLINE, borderColor: colours.ink },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
  cards: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
  card: {
    flexGrow: 1,
    flexBasis: 200,
    gap: 6,
    padding: 12,
    borderWidth: OUTLINE,
    borderStyle: 'dashed',
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
  },
  pictures: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  picture: { alignItems: 'center', padding: 5, borderWidth: OUTLINE, borderColor: colours.ink },
});
