import { markItems, pageItems, type PagePlan } from '@lippet/core/page/document';
import type { PagePair } from '@lippet/core/review/whatIsNew';
import { createElement, useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type * as Y from 'yjs';
import { PageSurface } from '../page/surface/PageSurface';
import type { Shown } from '../page/surface/pagePainter';
import type { Surface } from '../page/surface/surface';
import { Notice } from '../ui/Notice';
import { colours, OUTLINE } from '../ui/theme';
import { useWide } from '../ui/useWide';

/** One side of it: a go, and the marks that it came back with. */
export interface GoSide {
  title: string;
  doc: Y.Doc;
  marks: Y.Doc | null;
}

interface Props {
  pair: PagePair;
  before: GoSide;
  now: GoSide;
  shown: { before: Shown; now: Shown };
  /** The later one laid over the earlier one; else beside it. */
  over: boolean;
}

/** Keeps two sheets looking at the same place. */
function useSameView(one: Surface | null, other: Surface | null): void {
  useEffect(() => {
    if (!one || !other) return undefined;
    const follow = (from: Surface, to: Surface): (() => void) =>
      from.state.subscribe(({ viewport: { scale, x, y } }, { viewport: old }) => {
        const there = to.renderer.viewport;
        if (
          (scale !== old.scale || x !== old.x || y !== old.y) &&
          (there.scale !== scale || there.x !== x || there.y !== y)
        )
          to.renderer.look({ scale, x, y });
      });
    const stops = [follow(one, other), follow(other, one)];
    return () => stops.forEach((stop) => stop());
  }, [one, other]);
}

/** A page as it is in two goes: beside each other, or one laid over the other. */
export function PagePairView({ pair, before, now, shown, over }: Props) {
  const wide = useWide();
  const [[one, other], setSurfaces] = useState<[Surface | null, Surface | null]>([null, null]);
  const [share, setShare] = useState(50);
  useSameView(one, other);
  const sheet = ({ doc, marks, title }: GoSide, page: PagePlan | null, how: Shown, side: 0 | 1) =>
    page ? (
      <PageSurface
        key={`${title} ${page.id}`}
        page={page}
        layers={[pageItems(doc, page.id)!, ...(marks ? [markItems(marks, page.id)] : [])]}
        editor={null}
        editable={false}
        shown={how}
        label={title}
        onSurface={(surface) => setSurfaces((was) => (side === 0 ? [surface, was[1]] : [was[0], surface]))}
      />
    ) : (
      <View style={styles.none}>
        <Notice calm>
          {side === 0
            ? `It was not there in ${before.title.toLowerCase()}.`
            : `It is not there any more in ${now.title.toLowerCase()}.`}
        </Notice>
      </View>
    );
  const [left, right] = [sheet(before, pair.before, shown.before, 0), sheet(now, pair.now, shown.now, 1)];
  if (over && pair.before && pair.now) {
    return (
      <View style={styles.room}>
        <View style={styles.room}>
          <View style={styles.below}>{left}</View>
          <View style={[styles.above, { opacity: share / 100 }]}>{right}</View>
        </View>
        <View style={styles.slider}>
          <Text variant="labelMedium">{before.title}</Text>
          {createElement('input', {
            type: 'range',
            min: 0,
            max: 100,
            step: 5,
            value: share,
            'aria-label': `How much of ${now.title.toLowerCase()} is seen`,
            style: { flex: 1, accentColor: colours.ink },
            onChange: ({ target }: { target: { value: string } }) => setShare(Number(target.value)),
          })}
          <Text variant="labelMedium">{now.title}</Text>
        </View>
      </View>
    );
  }
  const column = (title: string, content: React.ReactNode, first: boolean) => (
    <View style={[styles.side, !first && (wide ? styles.lineLeft : styles.lineTop)]}>
      <Text variant="labelMedium" style={styles.title}>
        {title}
      </Text>
      <View style={styles.room}>{content}</View>
    </View>
  );
  return (
    <View style={[styles.room, wide && styles.row]}>
      {column(before.title, left, true)}
      {column(now.title, right, false)}
    </View>
  );
}

const styles = StyleSheet.create({
  room: { flex: 1, minHeight: 120 },
  row: { flexDirection: 'row' },
  side: { flex: 1 },
  lineLeft: { borderLeftWidth: OUTLINE, borderColor: colours.ink },
  lineTop: { borderTopWidth: OUTLINE, borderColor: colours.ink },
  title: { paddingHorizontal: 12, paddingTop: 6 },
  none: { flex: 1, alignItems: 'center', justifyContent: 'center', padding: 18 },
  below: { position: 'absolute', inset: 0 },
  above: { position: 'absolute', inset: 0 },
  slider: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    padding: 12,
    backgroundColor: colours.scrap,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
  },
});
