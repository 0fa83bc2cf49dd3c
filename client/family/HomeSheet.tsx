import type { HomeGo, HomePiece, HomeView } from '@lippet/core/contract/family';
import { dayWords, whenWords } from '@lippet/core/schedule/schoolTime';
import { useState, type ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Hear } from '../readAloud/Hear';
import { Button } from '../ui/Button';
import { Columns } from '../ui/Columns';
import { Notice } from '../ui/Notice';
import { colours, OUTLINE } from '../ui/theme';
import { HomeRow } from './HomeRow';
import { cameBackWords, dateWords, seenWords } from './homeWords';
import { useCallSeen } from './useHome';

interface Props {
  home: HomeView;
  /** Whether one is at home, and can call it seen; else one only looks at what home sees. */
  atHome: boolean;
}

interface CameBack {
  piece: HomePiece;
  go: HomeGo;
}

/** Everything that home sees of a child: what came back, what is to do, what is with the teacher, what the class is told. */
export function HomeSheet({ home, atHome }: Props) {
  const { pieces, school } = home;
  const cameBack = pieces
    .flatMap((piece) => piece.goes.slice(0, 1).map((go): CameBack => ({ piece, go })))
    .sort((one, other) => other.go.releasedAt - one.go.releasedAt);
  const toDo = pieces
    .filter(({ state }) => state === 'new')
    .sort((one, other) => (one.due ?? Infinity) - (other.due ?? Infinity));
  const sent = pieces.filter(({ state }) => state === 'with-teacher');
  return (
    <Columns
      first={
        <>
          <Part title="Came back" empty="Nothing has come back yet.">
            {cameBack.map((one) => (
              <CameBackRow key={one.go.id} {...one} zone={school.zone} atHome={atHome} />
            ))}
          </Part>
          <Walls home={home} />
          <Notices home={home} />
        </>
      }
      second={
        <>
          <Part title="To do" empty="Nothing is to do just now.">
            {toDo.map((piece) => (
              <HomeRow
                key={piece.activityId}
                title={piece.title}
                below={`${piece.subject} · ${dateWords(piece, school.zone)}`}
                state="new"
                picture={`/activities/${piece.activityId}/picture`}
                to={null}
              />
            ))}
          </Part>
          <Part title="With the teacher" empty="Nothing is with the teacher.">
            {sent.map((piece) => (
              <HomeRow
                key={piece.activityId}
                title={piece.title}
                below={dateWords(piece, school.zone)}
                state="with-teacher"
                picture={`/activities/${piece.activityId}/picture`}
                to={null}
              />
            ))}
          </Part>
        </>
      }
    />
  );
}

function CameBackRow({ piece, go, zone, atHome }: CameBack & { zone: string; atHome: boolean }) {
  const callSeen = useCallSeen();
  const [trouble, setTrouble] = useState<string | null>(null);
  const seen = go.seenBy.length > 0;
  return (
    <HomeRow
      title={piece.title}
      below={`${piece.subject} · ${cameBackWords(go, zone)}`}
      state={go.outcome === 'again' ? 'another-go' : 'finished'}
      picture={`/home/goes/${go.id}/picture`}
      to={`/home-go/${go.id}`}
    >
      {trouble && <Notice>{trouble}</Notice>}
      {seen && <Text variant="labelMedium">{seenWords(go.seenBy)}</Text>}
      {!seen && atHome && (
        <Button
          icon="eye"
          label={`${piece.title}: we have seen it`}
          onPress={() => void callSeen(go.id).catch((error: Error) => setTrouble(error.message))}
          style={styles.start}
        >
          We have seen it
        </Button>
      )}
    </HomeRow>
  );
}

/** Walls that teachers have opened; they are left out where there are none. */
function Walls({ home: { walls, school } }: { home: HomeView }) {
  if (walls.length === 0) return null;
  return (
    <Part title="On the wall" empty="">
      {walls.map(({ activityId, groupId, title, endsAt }) => (
        <View key={`${activityId} ${groupId}`} role="listitem">
          <Button icon="picture" to={`/wall/${activityId}?group=${groupId}`} style={styles.start}>
            {`${title}, until ${dayWords(endsAt, Date.now(), school.zone)}`}
          </Button>
        </View>
      ))}
    </Part>
  );
}

function Notices({ home }: { home: HomeView }) {
  return (
    <Part title="From the teachers" empty="Nothing was told to the class.">
      {home.notices.map(({ id, author, group, words, at: time }) => (
        <View key={id} role="listitem" style={styles.notice}>
          <Text variant="labelSmall">{`${author}, ${group}, ${whenWords(time, Date.now(), home.school.zone)}`}</Text>
          <Text variant="bodyLarge">{words}</Text>
          <Hear text={words} label={`what ${author} told`} small />
        </View>
      ))}
    </Part>
  );
}

/** A part of the screen with a heading; what is not there is said. */
function Part({ title, empty, children }: { title: string; empty: string; children: ReactNode[] }) {
  return (
    <View style={styles.part} role="region" aria-label={title}>
      <Text variant="headlineSmall" role="heading" aria-level={2}>
        {title}
      </Text>
      {children.length === 0 ? (
        <Text variant="bodyMedium" style={{ color: colours.soft }}>
          {empty}
        </Text>
      ) : (
        <View role="list" aria-label={title} style={styles.list}>
          {children}
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  part: { gap: 12 },
  list: { gap: 16 },
  start: { alignSelf: 'flex-start' },
  notice: { gap: 6, padding: 14, backgroundColor: colours.scrap, borderWidth: OUTLINE, borderColor: colours.ink },
});
