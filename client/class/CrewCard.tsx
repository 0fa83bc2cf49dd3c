import type { OwnCrewView } from '@lippet/core/contract/crews';
import { whenWords } from '@lippet/core/schedule/schoolTime';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { HearSign } from '../readAloud/HearSign';
import { Button } from '../ui/Button';
import { Scrap } from '../ui/Scrap';
import { colours } from '../ui/theme';

/** Who is in it besides oneself. */
function withWords(names: readonly string[]): string {
  if (names.length === 0) return 'You alone, for now';
  const last = names.at(-1)!;
  return names.length === 1 ? `You and ${last}` : `You, ${names.slice(0, -1).join(', ')} and ${last}`;
}

/** A crew that one is in: with whom, about what, when and where. */
export function CrewCard({ crew, zone }: { crew: OwnCrewView; zone: string }) {
  const { name, note, meetsAt, link, activity, work, with: others } = crew;
  const router = useRouter();
  const who = withWords(others);
  return (
    <Scrap fill={colours.mist} style={styles.card}>
      <View style={styles.words}>
        <View style={styles.head}>
          <Text variant="headlineSmall" role="heading" aria-level={2} style={styles.name}>
            {name}
          </Text>
          <HearSign text={[name, who, note].filter(Boolean).join('. ')} label={`the crew ${name}`} />
        </View>
        <Text variant="titleMedium">{who}</Text>
        {note !== '' && <Text variant="bodyLarge">{note}</Text>}
        <Text variant="bodySmall" style={styles.ink}>
          {[activity.title, meetsAt === null ? null : whenWords(meetsAt, Date.now(), zone)].filter(Boolean).join(' · ')}
        </Text>
      </View>
      {work.map(({ id, title }) => (
        <Button key={id} icon="pages" onPress={() => router.push(`/activity/${id}`)}>
          {title}
        </Button>
      ))}
      {link && (
        <Button kind="main" icon="film" onPress={() => window.open(link, '_blank', 'noopener,noreferrer')}>
          Go to the crew
        </Button>
      )}
    </Scrap>
  );
}

const styles = StyleSheet.create({
  card: { padding: 16, paddingTop: 20, gap: 14, flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center' },
  words: { flexGrow: 1, flexBasis: 220, gap: 4 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  name: { flexShrink: 1 },
  ink: { color: colours.ink },
});
