import type { KeptStampView } from '@lippet/core/contract/stamps';
import { copyItems } from '@lippet/core/page/arrange';
import { boundsAround } from '@lippet/core/page/geometry';
import { putItem, type ItemMap } from '@lippet/core/page/item';
import { FIRST_STAMPS, isFirstStamp } from '@lippet/core/review/firstStamps';
import { readStampItems, stampItems } from '@lippet/core/review/keptStamps';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useRef, useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import * as Y from 'yjs';
import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import { request } from '../../api/request';
import { useChange } from '../../api/useChange';
import { PageThumb } from '../../page/pictures/PageThumb';
import type { Surface } from '../../page/surface/surface';
import { useDrawing } from '../../stores/drawing';
import { useStampInHand } from '../../stores/stamps';
import { Dialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { SideScroll } from '../../ui/SideScroll';
import { colours, OUTLINE, TARGET } from '../../ui/theme';

const KEY = ['kept-stamps'];
const NOTHING_CHOSEN = createStore<{ chosen: readonly string[] }>(() => ({ chosen: [] }));
/** A little room around what is on a stamp, in points. */
const MARGIN = 4;

/** A teacher's own stamps: one is taken in hand with the stamp tool; marks that are chosen can be kept as one. */
export function StampPick({ surface }: { surface: Surface | null }) {
  const tool = useDrawing((state) => state.tool);
  const chosen = useStore((surface?.state ?? NOTHING_CHOSEN) as typeof NOTHING_CHOSEN, (state) => state.chosen);
  const { data: stamps = [] } = useQuery({
    queryKey: KEY,
    queryFn: () => request('GET /kept-stamps'),
    enabled: tool === 'stamp',
    staleTime: 60_000,
  });
  const { stamp } = useStampInHand();
  const { problem, change } = useChange(KEY);
  const [naming, setNaming] = useState(false);
  const [name, setName] = useState('');
  const id = useRef(crypto.randomUUID());
  if (tool === 'choose' && surface && chosen.length > 0) {
    const keep = async (): Promise<void> => {
      const bounds = boundsAround(surface.chosenItems.map((drawn) => drawn.bounds))!;
      const room = {
        left: bounds.left - MARGIN,
        top: bounds.top - MARGIN,
        right: bounds.right + MARGIN,
        bottom: bounds.bottom + MARGIN,
      };
      const made: KeptStampView = {
        id: id.current,
        name: name.trim(),
        items: stampItems(copyItems(surface.top.items, chosen), room),
        width: room.right - room.left,
        height: room.bottom - room.top,
      };
      if (!(await change(() => request('POST /kept-stamps', made)))) return;
      id.current = crypto.randomUUID();
      setNaming(false);
      setName('');
      useStampInHand.setState({ stamp: made });
      useDrawing.getState().setTool('stamp');
    };
    return (
      <>
        <Button icon="stamp" onPress={() => setNaming(true)}>
          Keep as a stamp
        </Button>
        <Dialog
          visible={naming}
          title="Keep as a stamp"
          problem={problem}
          onClose={() => setNaming(false)}
          answers={
            <>
              <Button onPress={() => setNaming(false)}>Not now</Button>
              <Button kind="main" disabled={name.trim() === ''} onPress={() => void keep()}>
                Keep the stamp
              </Button>
            </>
          }
        >
          <Field label="What the stamp says, for you" value={name} onChangeText={setName} maxLength={40} autoFocus />
        </Dialog>
      </>
    );
  }
  if (tool !== 'stamp') return null;
  return (
    <View style={styles.row}>
      <SideScroll
        things="stamps"
        style={styles.scroll}
        contentContainerStyle={styles.row}
        role="radiogroup"
        aria-label="Stamps"
      >
        {[...stamps, ...FIRST_STAMPS].map((offered) => (
          <Pressable
            key={offered.id}
            role="radio"
            aria-checked={offered.id === stamp?.id}
            aria-label={offered.name}
            onPress={() => useStampInHand.setState({ stamp: offered })}
            style={[styles.stamp, offered.id === stamp?.id && styles.on]}
          >
            <StampPicture stamp={offered} />
          </Pressable>
        ))}
      </SideScroll>
      {stamp && !isFirstStamp(stamp.id) && (
        <Button
          icon="bin"
          label={`Throw away the stamp ${stamp.name}`}
          onPress={() =>
            void change(() => request('DELETE /kept-stamps/:id', { id: stamp.id })).then(
              (done) => done && useStampInHand.setState({ stamp: null }),
            )
          }
        >
          Throw away
        </Button>
      )}
    </View>
  );
}

function StampPicture({ stamp: { id, items, width, height } }: { stamp: KeptStampView }) {
  const drawn = useMemo(() => {
    const map = new Y.Doc().getMap<ItemMap>('stamp');
    readStampItems(items).forEach((fields, i) =>
      putItem(map, String(i), { ...fields, order: String(i).padStart(3, '0') }),
    );
    return { map, page: { id, part: '', width, height, background: { kind: 'blank' as const } } };
  }, [id, items, width, height]);
  return <PageThumb page={drawn.page} layers={[drawn.map]} width={44} height={36} />;
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 6 },
  scroll: { flexGrow: 0, maxWidth: 320 },
  stamp: {
    minWidth: TARGET.learner,
    height: TARGET.learner,
    paddingHorizontal: 4,
    alignItems: 'center',
    justifyContent: 'center',
    borderWidth: OUTLINE,
    borderColor: 'transparent',
  },
  on: { borderColor: colours.ink, backgroundColor: colours.ochre },
});
