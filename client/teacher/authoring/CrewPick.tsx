import type { PlanGroup } from '@lippet/core/contract/activities';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Pick } from '../../ui/Pick';
import { TickBox } from '../../ui/TickBox';

interface Props {
  group: PlanGroup;
  /** None for the whole group. */
  chosen: readonly string[];
  onChoose: (crews: string[]) => void;
}

/** Whether work is for all of a group, or for some of its crews alone. */
export function CrewPick({ group, chosen, onChoose }: Props) {
  const [some, setSome] = useState(chosen.length > 0);
  if (group.crews.length === 0 && chosen.length === 0) return null;
  const choose = (way: 'all' | 'crews'): void => {
    setSome(way === 'crews');
    if (way === 'all') onChoose([]);
  };
  return (
    <>
      <Pick
        label={`Whom of ${group.name}`}
        options={[
          { value: 'all', word: 'All of them' },
          { value: 'crews', word: 'Some crews' },
        ]}
        chosen={some ? 'crews' : 'all'}
        onChoose={choose}
      />
      {some && (
        <View role="group" aria-label={`Crews of ${group.name}`} style={styles.crews}>
          {group.crews.map(({ id, name, about }) => (
            <TickBox
              key={id}
              word={name}
              below={about}
              on={chosen.includes(id)}
              onChange={(on) => onChoose(on ? [...chosen, id] : chosen.filter((one) => one !== id))}
            />
          ))}
          {chosen.length === 0 && <Text variant="bodyMedium">None is chosen yet: it goes to all of them.</Text>}
        </View>
      )}
    </>
  );
}

const styles = StyleSheet.create({ crews: { flexDirection: 'row', flexWrap: 'wrap', gap: 14 } });
