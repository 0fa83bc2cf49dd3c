import type { Me } from '@lippet/core/contract/signIn';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useUnseen } from '../api/queries';
import { Badge } from './Badge';
import { LineIcon } from './LineIcon';
import { colours, OUTLINE, TARGET } from './theme';
import { Way } from './Way';

/** A screen's title with what lies beside it: updates, and the person's own page. */
export function PersonHead({ me, title, below }: { me: Me; title: string; below?: string }) {
  const unseen = useUnseen(me.role === 'learner');
  return (
    <View style={styles.head}>
      <View style={styles.words}>
        <Text variant="displayMedium" role="heading" aria-level={1}>
          {title}
        </Text>
        {below && (
          <Text variant="bodySmall" style={{ color: colours.soft }}>
            {below}
          </Text>
        )}
      </View>
      <Way to="/updates" label={unseen ? `Updates, ${unseen} new` : 'Updates'} style={styles.target}>
        <LineIcon name="bell" size={28} />
        {unseen ? (
          <View style={styles.count}>
            <Text variant="labelSmall" style={styles.number}>
              {unseen}
            </Text>
          </View>
        ) : null}
      </Way>
      <Way to="/me" label={`You: ${me.name}`} style={styles.target}>
        <Badge name={me.name} colour={me.badge} size={40} />
      </Way>
    </View>
  );
}

const styles = StyleSheet.create({
  head: { flexDirection: 'row', alignItems: 'flex-start', gap: 6 },
  words: { flex: 1, gap: 4 },
  target: { width: TARGET.learner, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  // As large as the bell beside it, whatever size one reads at.
  number: { color: colours.scrap, fontSize: 14, lineHeight: 18 },
  count: {
    position: 'absolute',
    top: 0,
    right: 0,
    minWidth: 22,
    paddingHorizontal: 4,
    alignItems: 'center',
    backgroundColor: colours.vermilion,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
});
