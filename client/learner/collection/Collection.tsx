import { ANYTHING, collectionChoices, filterCollection } from '@lippet/core/schedule/collectionFilter';
import { STATE_WORDS } from '@lippet/core/piece/pieceState';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { keys } from '../../api/queries';
import { request } from '../../api/request';
import { partUi } from '../../parts/registry';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { LineIcon } from '../../ui/LineIcon';
import { Opening } from '../../ui/Opening';
import { Pick } from '../../ui/Pick';
import { Notice } from '../../ui/Notice';
import { Scrap } from '../../ui/Scrap';
import { Stamp } from '../../ui/Stamp';
import { colours, CUT } from '../../ui/theme';
import { Way } from '../../ui/Way';

const ANY = '';
const options = (any: string, values: readonly string[]) => [
  { value: ANY, word: any },
  ...values.map((value) => ({ value, word: value })),
];
/** With fewer than that, one sees them all. */
const FIND_FROM = 4;

/** What a learner may choose to do, found by words, subject, topic and age; the choices combine. */
export default function Collection() {
  const { data, error, refetch } = useQuery({
    queryKey: keys.collection,
    queryFn: () => request('GET /collection'),
  });
  const [filter, setFilter] = useState(ANYTHING);
  const [finding, setFinding] = useState(false);
  if (error && !data) return <Notice again={() => void refetch()}>{error.message}</Notice>;
  if (!data) return <Opening />;
  if (data.length === 0)
    return <Notice calm>There is nothing to choose from yet. Your teacher will put something here.</Notice>;
  const { subjects, topics, ages } = collectionChoices(data);
  const found = filterCollection(data, filter);
  return (
    <View style={styles.box}>
      {data.length >= FIND_FROM && (
        <Button
          icon={finding ? 'close' : 'search'}
          onPress={() => {
            setFinding(!finding);
            setFilter(ANYTHING);
          }}
          style={styles.start}
        >
          {finding ? 'Stop looking' : 'Find'}
        </Button>
      )}
      {finding && (
        <Field label="Find by words" value={filter.words} onChangeText={(words) => setFilter({ ...filter, words })} />
      )}
      {finding && subjects.length > 1 && (
        <Pick
          label="Subject"
          options={options('All subjects', subjects)}
          chosen={filter.subject ?? ANY}
          onChoose={(subject) => setFilter({ ...filter, subject: subject || null })}
        />
      )}
      {finding && topics.length > 1 && (
        <Pick
          label="About"
          options={options('About anything', topics)}
          chosen={filter.topic ?? ANY}
          onChoose={(topic) => setFilter({ ...filter, topic: topic || null })}
        />
      )}
      {finding && ages.length > 1 && (
        <Pick
          label="Age"
          options={options('Any age', ages.map(String))}
          chosen={filter.age === null ? ANY : String(filter.age)}
          onChoose={(age) => setFilter({ ...filter, age: age ? Number(age) : null })}
        />
      )}
      {found.length === 0 && <Notice calm>Nothing is like that.</Notice>}
      <View style={styles.grid} role="list">
        {found.map(({ activityId, title, subject, topic, goal, minutes, kinds, ages: range, state }) => (
          <View key={activityId} role="listitem" style={styles.cell}>
            <Way to={`/activity/${activityId}`} label={`${title}. ${state ? STATE_WORDS[state] : 'Not begun'}`}>
              <Scrap raised fill={state ? colours.scrap : colours.mist} style={styles.scrap}>
                <View style={styles.row}>
                  {kinds.map((kind) => (
                    <LineIcon key={kind} name={partUi(kind).icon} size={26} />
                  ))}
                  <View style={styles.grow} />
                  {state && <Stamp state={state} size={34} />}
                </View>
                <Text variant="titleMedium">{title}</Text>
                {goal !== '' && <Text variant="bodyMedium">{goal}</Text>}
                <Text variant="bodySmall" style={{ color: colours.soft }}>
                  {[subject, topic, range && `${range.from} to ${range.to} years`, minutes && `${minutes} min`]
                    .filter(Boolean)
                    .join(' · ')}
                </Text>
              </Scrap>
            </Way>
          </View>
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 14 },
  start: { alignSelf: 'flex-start' },
  grid: { flexDirection: 'row', flexWrap: 'wrap', gap: 18 },
  cell: { flexGrow: 1, flexBasis: 240, maxWidth: 420 },
  scrap: { padding: 14, paddingTop: CUT + 2, gap: 6, minHeight: 150 },
  row: { flexDirection: 'row', gap: 10, alignItems: 'center', minHeight: 36 },
  grow: { flex: 1 },
});
