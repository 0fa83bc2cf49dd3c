import type { SharedPerson } from '@lippet/core/contract/shared';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Badge } from '../ui/Badge';
import { Press } from '../ui/Press';
import { SideScroll } from '../ui/SideScroll';
import { colours, TARGET } from '../ui/theme';
import { addedWords } from './sharedWords';

interface Props {
  people: readonly SharedPerson[];
  counts: ReadonlyMap<string, number>;
  /** Ids of those who have it open now. */
  here: ReadonlySet<string>;
  me: string;
  /** Whose work stands out. */
  among: string | null;
  onAmong: (person: string | null) => void;
}

/** Everybody who fills it: who is here, and a press that makes theirs stand out. */
export function PeopleRow({ people, counts, here, me, among, onAmong }: Props) {
  return (
    <SideScroll things="people">
      <View role="group" aria-label="Who fills it" style={styles.row}>
        {people.map(({ id, name, badge }) => {
          const on = among === id;
          const words = id === me ? 'You' : name.split(' ')[0]!;
          const state = `${addedWords(counts.get(id) ?? 0)}${here.has(id) ? ', here now' : ''}`;
          return (
            <Press
              key={id}
              flat
              aria-pressed={on}
              aria-label={`${words}: ${state}. Show only theirs clearly`}
              fill={on ? colours.ochre : colours.scrap}
              onPress={() => onAmong(on ? null : id)}
              style={styles.person}
            >
              <View style={!here.has(id) && styles.away}>
                <Badge name={name} colour={badge} size={28} />
              </View>
              <Text variant="labelSmall">{words}</Text>
              <Text variant="labelSmall">{String(counts.get(id) ?? 0)}</Text>
            </Press>
          );
        })}
      </View>
    </SideScroll>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row' },
  person: {
    minHeight: TARGET.learner,
    paddingHorizontal: 8,
    marginRight: -2,
    flexDirection: 'row',
    alignItems: 'center',
    gap: 6,
  },
  away: { opacity: 0.45 },
});
