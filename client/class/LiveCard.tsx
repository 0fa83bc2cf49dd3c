import type { LiveLesson } from '@lippet/core/contract/class';
import { whenWords } from '@lippet/core/schedule/schoolTime';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../ui/Button';
import { Scrap } from '../ui/Scrap';
import { colours } from '../ui/theme';

/** The lesson that a class meets in by a link. */
export function LiveCard({ live: { address, words, at }, zone }: { live: LiveLesson; zone: string }) {
  return (
    <Scrap fill={colours.blush} style={styles.card}>
      <View style={styles.words}>
        <Text variant="headlineSmall" role="heading" aria-level={2}>
          {words || 'A lesson together'}
        </Text>
        <Text variant="bodyMedium">{at === null ? 'Whenever the class meets' : whenWords(at, Date.now(), zone)}</Text>
        <Text
          variant="bodySmall"
          style={{ color: colours.ink }}
        >{`Opens ${new URL(address).host}, a page outside of Lippet`}</Text>
      </View>
      <Button kind="main" icon="film" onPress={() => window.open(address, '_blank', 'noopener,noreferrer')}>
        Go to the lesson
      </Button>
    </Scrap>
  );
}

const styles = StyleSheet.create({
  card: { padding: 16, paddingTop: 20, gap: 14, flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center' },
  words: { flexGrow: 1, flexBasis: 220, gap: 2 },
});
