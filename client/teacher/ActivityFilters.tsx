import type { ActivityCard } from '@lippet/core/contract/activities';
import { ACTIVITY_SIEVES, type ActivityFilter } from '@lippet/core/schedule/activityFilter';
import { StyleSheet, View } from 'react-native';
import { Field } from '../ui/Field';
import { Pick } from '../ui/Pick';
import { useWide } from '../ui/useWide';

interface Props {
  activities: readonly ActivityCard[];
  filter: ActivityFilter;
  onChange: (filter: ActivityFilter) => void;
}

const ALL = '';
const STATE_WORDS: Record<(typeof ACTIVITY_SIEVES)[number], string> = {
  current: 'Drafts and set',
  draft: 'Drafts',
  set: 'Set',
  archived: 'Put away',
};

/** Which activities are listed; the choices combine. */
export function ActivityFilters({ activities, filter, onChange }: Props) {
  const wide = useWide();
  const groups = [...new Map(activities.flatMap((activity) => activity.groups).map(({ id, name }) => [id, name]))].sort(
    (a, b) => a[1].localeCompare(b[1]),
  );
  const subjects = [...new Set(activities.map(({ subject }) => subject).filter(Boolean))].sort();
  return (
    <View style={[styles.box, wide && styles.inRow]} role="group" aria-label="Find">
      <View style={wide && styles.field}>
        <Field label="Find by words" value={filter.words} onChangeText={(words) => onChange({ ...filter, words })} />
      </View>
      {groups.length > 1 && (
        <Pick
          label="Group"
          options={[{ value: ALL, word: 'All groups' }, ...groups.map(([value, word]) => ({ value, word }))]}
          chosen={filter.group ?? ALL}
          onChoose={(group) => onChange({ ...filter, group: group || null })}
        />
      )}
      {subjects.length > 1 && (
        <Pick
          label="Subject"
          options={[
            { value: ALL, word: 'All subjects' },
            ...subjects.map((subject) => ({ value: subject, word: subject })),
          ]}
          chosen={filter.subject ?? ALL}
          onChoose={(subject) => onChange({ ...filter, subject: subject || null })}
        />
      )}
      <Pick
        label="State"
        options={ACTIVITY_SIEVES.map((value) => ({ value, word: STATE_WORDS[value] }))}
        chosen={filter.state}
        onChoose={(state) => onChange({ ...filter, state })}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 12 },
  inRow: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-end', columnGap: 20 },
  field: { width: 240 },
});
