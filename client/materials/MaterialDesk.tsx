import type { MaterialView } from '@lippet/core/contract/activities';
import type { Background } from '@lippet/core/page/background';
import type { ItemMap } from '@lippet/core/page/item';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useEffectEvent, useRef } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import * as Y from 'yjs';
import { request } from '../api/request';
import { Hear } from '../readAloud/Hear';
import { PageBar } from '../ui/PageBar';
import { PageSurface } from '../page/surface/PageSurface';
import { pdfWorker } from '../page/pictures/pdfPages';
import type { Surface } from '../page/surface/surface';
import { TakePlayer } from '../recording/TakePlayer';
import type { Player } from '../recording/usePlayer';
import { takeOf } from '../recording/takeOf';
import { useLooking } from '../stores/materialPlaces';
import { LineIcon } from '../ui/LineIcon';
import { Notice } from '../ui/Notice';
import { colours, OUTLINE, TARGET } from '../ui/theme';
import { RichWords } from '../words/RichWords';
import { richTextOf } from '@lippet/core/words/richText';

/** Nothing lies on what is only looked at. */
const NOTHING = [new Y.Doc().getMap<ItemMap>('nothing')];
/** A picture is shown on a page of this width, in points. */
const WIDTH = 600;

/** Something to look at, beside or over the work. It opens where one was with it. */
export function MaterialDesk({ material, onClose }: { material: MaterialView; onClose: () => void }) {
  return (
    <View style={styles.desk} role="complementary" aria-label={`To look at: ${material.title}`}>
      <View style={styles.head}>
        <LineIcon name="eye" size={24} />
        <View style={styles.words}>
          <Text variant="labelSmall">To look at</Text>
          <Text variant="titleMedium" numberOfLines={1}>
            {material.title}
          </Text>
        </View>
        <Pressable role="button" aria-label="Back to the work" onPress={onClose} style={styles.close}>
          <LineIcon name="close" />
        </Pressable>
      </View>
      <View style={styles.room}>
        <ShownMaterial key={material.id} material={material} />
      </View>
    </View>
  );
}

/** The material itself, in all the room that there is. */
export function ShownMaterial({ material }: { material: MaterialView }) {
  const { kind, media, words, title, seconds, spans } = material;
  if (kind === 'text')
    return (
      <ScrollView contentContainerStyle={styles.text}>
        <Hear text={words} label="it" />
        <RichWords text={richTextOf(words)} />
      </ScrollView>
    );
  if (!media) return null;
  if (kind === 'sound' || kind === 'film') {
    return (
      <View style={styles.text}>
        <TakePlayer take={takeOf({ sort: kind, media, seconds: seconds ?? 1, spans })} label={title}>
          {(player) => <Remembered id={material.id} player={player} />}
        </TakePlayer>
      </View>
    );
  }
  return kind === 'pdf' ? (
    <Pdf id={material.id} media={media} title={title} />
  ) : (
    <Picture id={material.id} media={media} title={title} />
  );
}

/** Goes on where one was, and keeps where one is. */
function Remembered({ id, player }: { id: string; player: Player }) {
  const { looked, remember } = useLooking.getState();
  const begun = useRef(false);
  const { at, seek } = player;
  useEffect(() => {
    if (begun.current || !player.media.current) return;
    begun.current = true;
    const { second } = looked[id] ?? {};
    if (second) seek(second);
  });
  const keep = useEffectEvent((second: number) => remember(id, { second }));
  useEffect(() => {
    if (begun.current && at > 0) keep(at);
  }, [at]);
  return null;
}

interface FileProps {
  id: string;
  media: string;
  title: string;
}

function Picture({ id, media, title }: FileProps) {
  const { data, error } = useQuery({
    queryKey: ['media', media],
    queryFn: () => request('GET /media/:id/about', { id: media }),
    staleTime: Infinity,
  });
  if (error)
    return (
      <View style={styles.text}>
        <Notice>{error.message}</Notice>
      </View>
    );
  if (!data?.width || !data.height) return null;
  return (
    <Sheet
      id={id}
      name={`${media}`}
      background={{ kind: 'photo', media, alt: '' }}
      width={WIDTH}
      height={(WIDTH * data.height) / data.width}
      title={title}
    />
  );
}

function Pdf({ id, media, title }: FileProps) {
  const page = useLooking(({ looked }) => looked[id]?.page ?? 1);
  const { remember } = useLooking.getState();
  const { data: about } = useQuery({
    queryKey: ['media', media],
    queryFn: () => request('GET /media/:id/about', { id: media }),
    staleTime: Infinity,
  });
  const { data: size, error } = useQuery({
    queryKey: ['pdf page', media, page],
    queryFn: () => pdfWorker().facts(media, page),
    staleTime: Infinity,
  });
  if (error)
    return (
      <View style={styles.text}>
        <Notice>That PDF can’t be opened just now.</Notice>
      </View>
    );
  return (
    <>
      {size && (
        <Sheet
          id={id}
          name={`${media}-${page}`}
          background={{ kind: 'pdf', media, page }}
          width={size.width}
          height={size.height}
          title={`${title}, page ${page}`}
        />
      )}
      {about?.pages && about.pages > 1 && (
        <PageBar
          at={page - 1}
          count={about.pages}
          onStep={(by) => remember(id, { page: Math.min(about.pages!, Math.max(1, page + by)), viewport: undefined })}
        />
      )}
    </>
  );
}

function Sheet({
  id,
  name,
  background,
  width,
  height,
  title,
}: {
  id: string;
  name: string;
  background: Background;
  width: number;
  height: number;
  title: string;
}) {
  const stop = useRef<() => void>(() => undefined);
  const onSurface = (surface: Surface | null): void => {
    stop.current();
    if (!surface) return;
    const { looked, remember } = useLooking.getState();
    const before = looked[id]?.viewport;
    if (before) surface.renderer.look(before);
    stop.current = surface.state.subscribe(
      ({ viewport }, { viewport: was }) => viewport !== was && remember(id, { viewport }),
    );
  };
  return (
    <PageSurface
      key={name}
      page={{ id: name, part: '', width, height, background }}
      layers={NOTHING}
      editor={null}
      editable={false}
      label={title}
      onSurface={onSurface}
    />
  );
}

const styles = StyleSheet.create({
  // Not the ground of a sheet that is worked on: one sees at once that this is only looked at.
  desk: { flex: 1, backgroundColor: colours.mist },
  head: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 10,
    paddingLeft: 14,
    paddingVertical: 6,
    borderBottomWidth: OUTLINE,
    borderColor: colours.ink,
    borderStyle: 'dashed',
  },
  words: { flex: 1 },
  close: { width: TARGET.learner, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  room: { flex: 1 },
  text: { padding: 18, gap: 14 },
});
