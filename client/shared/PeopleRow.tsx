import type { SharedPerson } from '@lippet/core/contract/shared';
import { memo, useState } from 'react';
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

/** Of more people than this, those who are here come first and the others are shown when that is asked for. */
const MOST_SHOWN = 14;

/** Everybody who fills it: who is here, and a press that makes theirs stand out. */
export function PeopleRow({ people, counts, here, me, among, onAmong }: Props) {
  const [all, setAll] = useState(false);
  // One's own, who stands out, and those who are here come first; else the order of their places.
  const rank = ({ id }: SharedPerson): number => (id === me || id === among ? 0 : 1) + (here.has(id) ? 0 : 2);
  const more = `and ${people.length - MOST_SHOWN} more`;
  const isShort = people.length > MOST_SHOWN && !all;
  const shown = isShort ? [...people].sort((one, other) => rank(one) - rank(other)).slice(0, MOST_SHOWN) : people;
  return (
    <SideScroll things="people">
      <View role="group" aria-label="Who fills it" style={styles.row}>
        {shown.map((person) => (
          <PersonInRow
            key={person.id}
            person={person}
            isMe={person.id === me}
            count={counts.get(person.id) ?? 0}
            isHere={here.has(person.id)}
            isOn={among === person.id}
            onAmong={onAmong}
          />
        ))}
        {isShort && (
          <Press flat aria-label={`${more}: show everybody`} onPress={() => setAll(true)} style={styles.person}>
            <Text variant="labelSmall">{more}</Text>
          </Press>
        )}
      </View>
    </SideScroll>
  );
}

interface PersonProps {
  person: SharedPerson;
  isMe: boolean;
  count: number;
  isHere: boolean;
  /** Theirs stands out. */
  isOn: boolean;
  onAmong: (person: string | null) => void;
}

/** One of them. Of sixty, only those are drawn anew of whom something has changed. */
const PersonInRow = memo(function PersonInRow({ person, isMe, count, isHere, isOn, onAmong }: PersonProps) {
  const { id, name, badge } = person;
  const words = isMe ? 'You' : name.split(' ')[0]!;
  return (
    <Press
      flat
      aria-pressed={isOn}
      aria-label={`${words}: ${addedWords(count)}${isHere ? ', here now' : ''}. Show only theirs clearly`}
      fill={isOn ? colours.ochre : colours.scrap}
      onPress={() => onAmong(isOn ? null : id)}
      style={styles.person}
    >
      <View style={!isHere && styles.away}>
        <Badge name={name} colour={badge} size={28} />
      </View>
      <Text variant="labelSmall">{words}</Text>
      <Text variant="labelSmall">{String(count)}</Text>
    </Press>
  );
});

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
