import { wordNews } from '@lippet/core/review/whatIsNew';
import { useMemo } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { colours } from '../../ui/theme';
import { FRESH } from '../../compareGoes/usePairNews';

/** What HTML calls words that were put in and taken out; React Native's list of roles lacks them. */
const ROLES = { fresh: 'insertion' as never, gone: 'deletion' as never, same: undefined };

/** Two texts as one: what is new stands on a ground, what is gone is struck out; or each by itself. */
export function WordPair({
  before,
  now,
  titles,
  marked,
}: {
  before: string;
  now: string;
  titles: readonly [string, string];
  marked: boolean;
}) {
  const news = useMemo(() => (marked ? wordNews(before, now) : []), [before, now, marked]);
  if (!marked) {
    return (
      <ScrollView contentContainerStyle={styles.content}>
        {[before, now].map((text, i) => (
          <View key={i} style={styles.one}>
            <Text variant="labelMedium">{titles[i]}</Text>
            <Text variant="bodyLarge" style={styles.text}>
              {text || 'Nothing was written.'}
            </Text>
          </View>
        ))}
      </ScrollView>
    );
  }
  return (
    <ScrollView contentContainerStyle={styles.content}>
      <Text variant="labelMedium">{`${titles[1]}: new words lie on yellow, those that are gone are struck out`}</Text>
      <Text variant="bodyLarge" style={styles.text}>
        {news.map(({ text, is }, i) => (
          <Text
            key={i}
            role={ROLES[is]}
            style={[styles.text, is === 'fresh' && styles.fresh, is === 'gone' && styles.gone]}
          >
            {text}
          </Text>
        ))}
      </Text>
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  content: { padding: 18, gap: 14, maxWidth: 820, width: '100%', alignSelf: 'center' },
  one: { gap: 6 },
  text: { color: colours.ink },
  fresh: { backgroundColor: FRESH },
  gone: { textDecorationLine: 'line-through', color: colours.soft },
});
