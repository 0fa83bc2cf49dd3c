import type { SharedCard, SharedView } from '@lippet/core/contract/shared';
import type { Me } from '@lippet/core/contract/signIn';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { firstGroupWith } from '../../api/firstGroupWith';
import { keys } from '../../api/queries';
import { request } from '../../api/request';
import { SharedWork } from '../../shared/SharedWork';
import { useSharedSheet } from '../../shared/useSharedSheet';
import { useSheetNews } from '../../shared/useSheetNews';
import { BackHead } from '../../ui/BackHead';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Opening } from '../../ui/Opening';
import { Pick } from '../../ui/Pick';
import { Screen } from '../../ui/Screen';
import { colours } from '../../ui/theme';
import { ClearTheirs } from './ClearTheirs';
import { GrowingDialog } from './GrowingDialog';

/** The sheets of an activity that a group fills together, as their teacher leads them. */
export default function SharedBoardDesk({ activityId, me }: { activityId: string; me: Me }) {
  const [chosen, setChosen] = useState<string | null>(null);
  const cards = useQuery({
    queryKey: keys.shared(activityId),
    queryFn: () =>
      firstGroupWith(
        me.groups.map(({ id }) => id),
        (group) => request('POST /activities/:id/groups/:group/shared', { id: activityId, group }),
      ),
    retry: false,
  });
  const first = cards.data?.find(({ id }) => id === chosen) ?? cards.data?.[0];
  const sheet = useQuery({
    queryKey: keys.shared(first?.id ?? ''),
    queryFn: () => request('GET /shared/:id', { id: first!.id }),
    enabled: first !== undefined,
    retry: false,
  });
  const error = cards.error ?? sheet.error;
  const again = (): void => void Promise.all([cards.refetch(), sheet.refetch()]);
  if (error && !sheet.data)
    return (
      <Screen>
        <BackHead title="Sheet for all" home="/to-review" />
        <Notice again={again}>{error.message}</Notice>
      </Screen>
    );
  if (cards.data?.length === 0)
    return (
      <Screen>
        <BackHead title="Sheet for all" home="/to-review" />
        <Notice calm>Nobody is in this group yet, or the sheet was taken out of the activity.</Notice>
      </Screen>
    );
  if (!sheet.data || !cards.data) return <Opening />;
  return (
    <View style={styles.desk} role="main">
      <View style={styles.head}>
        <BackHead title={sheet.data.part.title} home="/to-review" />
        {cards.data.length > 1 && (
          <Pick
            label="Which sheet"
            options={cards.data.map((card) => ({ value: card.id, word: cardWord(card, cards.data) }))}
            chosen={sheet.data.id}
            onChoose={setChosen}
          />
        )}
      </View>
      <OpenBoard key={sheet.data.id} view={sheet.data} me={me} onChanged={again} />
    </View>
  );
}

/** What tells a sheet from the others. */
function cardWord({ part, crew }: SharedCard, all: readonly SharedCard[]): string {
  const severalParts = new Set(all.map((card) => card.part.id)).size > 1;
  if (crew === null) return part.title;
  return severalParts ? `${part.title}, ${crew}` : crew;
}

function OpenBoard({ view, me, onChanged }: { view: SharedView; me: Me; onChanged: () => void }) {
  const [among, setAmong] = useState<string | null>(null);
  const [growing, setGrowing] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  // Somebody who stands out is whose work one moves, changes and rubs out; else it is one's own.
  const sheet = useSharedSheet(view, among ?? me.id);
  useSheetNews(sheet, onChanged);
  const person = view.people.find(({ id }) => id === among) ?? null;
  const lead = async (ways: { closed: boolean; hides: boolean }): Promise<void> => {
    try {
      await request('PUT /shared/:id/ways', { id: view.id }, ways);
      setTrouble(null);
      onChanged();
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  return (
    <>
      <View style={styles.ways}>
        <Button
          icon={view.closed ? 'leave' : 'lock'}
          kind={view.closed ? 'chosen' : 'plain'}
          onPress={() => void lead({ closed: !view.closed, hides: view.hides })}
        >
          {view.closed ? 'Open it to learners' : 'Close it to learners'}
        </Button>
        <Button
          icon="eye"
          kind={view.hides ? 'chosen' : 'plain'}
          onPress={() => void lead({ closed: view.closed, hides: !view.hides })}
        >
          {view.hides ? 'Show others’ work at once' : 'Hide others’ work at first'}
        </Button>
      </View>
      {trouble && <Notice>{trouble}</Notice>}
      {person && (
        <Notice calm>{`What you do now is on the work of ${person.name}: move it, change it, rub it out.`}</Notice>
      )}
      <SharedWork
        view={view}
        sheet={sheet}
        me={me.id}
        pieceId={null}
        locked={false}
        among={among}
        onAmong={setAmong}
        actions={(page) => (
          <>
            {person && <ClearTheirs sheet={sheet} page={page} person={person} />}
            <Button icon="play" label="Watch it grow" onPress={() => setGrowing(page)}>
              Watch
            </Button>
          </>
        )}
      />
      {growing && sheet.drawn.doc && (
        <GrowingDialog doc={sheet.drawn.doc} view={view} page={growing} onClose={() => setGrowing(null)} />
      )}
    </>
  );
}

const styles = StyleSheet.create({
  desk: { flex: 1, backgroundColor: colours.paper },
  head: { padding: 10, gap: 8 },
  ways: { flexDirection: 'row', flexWrap: 'wrap', gap: 10, paddingHorizontal: 10, paddingBottom: 10 },
});
