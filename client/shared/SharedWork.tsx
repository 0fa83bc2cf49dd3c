import type { Bounds } from '@lippet/core/ink/ink';
import type { PagePlan } from '@lippet/core/page/document';
import { placesFor } from '@lippet/core/page/shared/placesFor';
import type { SharedView } from '@lippet/core/contract/shared';
import { memo, useCallback, useEffect, useMemo, useState, type ReactNode } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { SaveLine } from '../page/document/SaveLine';
import { useSaveState } from '../page/document/useLiveDocument';
import { ColourPick } from '../page/surface/ColourPick';
import { FoldedOptions } from '../page/surface/FoldedOptions';
import { HistoryButtons } from '../page/surface/HistoryButtons';
import { OptionPick } from '../page/surface/OptionPick';
import type { Surface } from '../page/surface/surface';
import { ToolTray, trayWidth } from '../page/surface/ToolTray';
import { SHEET_TOOLS } from '../page/surface/toolList';
import { useToolKeys } from '../page/surface/useToolKeys';
import { useDrawing, type Tool } from '../stores/drawing';
import { LineIcon } from '../ui/LineIcon';
import { Notice } from '../ui/Notice';
import { Opening } from '../ui/Opening';
import { PageBar } from '../ui/PageBar';
import { colours, OUTLINE, TARGET } from '../ui/theme';
import { UnderIcon } from '../ui/UnderIcon';
import { useLayout } from '../ui/useLayout';
import { PeopleRow } from './PeopleRow';
import { SharedSurface } from './SharedSurface';
import { seenByAll, seenByShort, somebodyElse } from './sharedWords';
import type { SharedSheet } from './useSharedSheet';

interface Props {
  view: SharedView;
  sheet: SharedSheet;
  /** Who looks. */
  me: string;
  /** One's own piece, to which pictures belong that one puts there. */
  pieceId: string | null;
  /** Nothing is added any more, for a reason that is said elsewhere. */
  locked: boolean;
  /** Whose work stands out; chosen in the row of people. */
  among: string | null;
  onAmong: (person: string | null) => void;
  /** More that can be done with the page in hand. */
  actions?: (page: string) => ReactNode;
}

/** Notes of one's own have no place on what is everybody's. */
const TOOLS: readonly Tool[] = SHEET_TOOLS.filter((tool) => tool !== 'pin');

/** Why nothing can be added just now; null where something can. */
function lockWords({ closed, teaches }: SharedView, sheet: SharedSheet): string | null {
  if (closed && !teaches) return 'Your teacher has closed this sheet. You can look at it.';
  return sheet.frozen && !teaches ? 'You have sent this. You can look at it.' : null;
}

/** A sheet that is filled together, with tools, who is here, and who sees it. */
export function SharedWork({ view, sheet, me, pieceId, locked, among, onAmong, actions }: Props) {
  const [index, setIndex] = useState(0);
  const [surface, setSurface] = useState<Surface | null>(null);
  const [asking, setAsking] = useState(false);
  const layout = useLayout();
  const page = view.pages[Math.min(index, view.pages.length - 1)];
  const isSafe = useSaveState(sheet.live, ({ school, device }) => school === 'saved' && device === 'saved');
  const lock = lockWords(view, sheet);
  const editable = !locked && lock === null;
  const { tool, setTool } = useDrawing();
  useEffect(() => {
    if (!TOOLS.includes(tool)) setTool('pen');
  }, [tool, setTool]);
  useToolKeys(editable, TOOLS, { surface });
  const ownPlace = useMemo(() => (page ? placeOf(view, page, me) : null), [view, page, me]);
  // On a phone a place among many is too small to draw in.
  const opensClose = editable && layout === 'phone';
  const onSurface = useCallback(
    (made: Surface | null) => {
      setSurface(made);
      if (made && ownPlace && opensClose) made.renderer.lookAt(ownPlace);
    },
    [ownPlace, opensClose],
  );
  const { people } = view;
  const nameOf = useCallback((id: string) => people.find((person) => person.id === id) ?? somebodyElse(id), [people]);
  if (!page) return <Notice calm>There is no sheet here any more.</Notice>;
  if (!sheet.drawn.doc) return <Opening />;
  const hidden = view.hides && !view.teaches && (sheet.counts.get(me) ?? 0) === 0;
  const wide = layout === 'wide';
  const toOwnPlace = (): void => {
    if (ownPlace) surface?.renderer.lookAt(ownPlace);
  };
  const history = <HistoryButtons editor={sheet.drawn.editor} surface={surface} editable={editable} />;
  return (
    <View style={styles.work}>
      <View style={styles.who} role="note">
        <LineIcon name="eye" size={20} />
        <View style={styles.grow}>
          <Text variant="labelMedium" aria-label={seenByAll(view)}>
            {layout === 'wide' ? seenByAll(view) : seenByShort(view)}
          </Text>
          {/* Where there is little room, it is said once something is not as it should be. */}
          {(wide || !isSafe) && <SaveLine live={sheet.live} home={pieceId ? `pieces/${pieceId}` : undefined} />}
        </View>
      </View>
      {lock && <Notice calm>{lock}</Notice>}
      {hidden && <Notice calm>You see what others made once you have added something.</Notice>}
      <View style={styles.body}>
        <View style={styles.sheet}>
          <SharedSurface
            key={page.id}
            view={view}
            drawn={sheet.drawn}
            page={page}
            me={me}
            hidden={hidden}
            editable={editable}
            among={among}
            asking={asking}
            pieceId={pieceId}
            surface={surface}
            onSurface={onSurface}
            nameOf={nameOf}
          />
        </View>
        {wide && editable && <Rail />}
      </View>
      {view.pages.length > 1 && <PageBar at={index} count={view.pages.length} onStep={(by) => setIndex(index + by)} />}
      {!hidden && (
        <PeopleRow
          people={view.people}
          counts={sheet.counts}
          here={new Set(sheet.here.map(({ id }) => id))}
          me={me}
          among={among}
          onAmong={onAmong}
        />
      )}
      <View style={styles.bar}>
        {editable && !wide && <FoldedOptions columns={layout === 'low' ? 8 : 4} />}
        <View style={styles.grow} />
        <Pressable
          role="button"
          aria-pressed={asking}
          aria-label={asking ? 'Go on drawing' : 'Whose is it? Tap something'}
          onPress={() => setAsking(!asking)}
          style={[styles.place, asking && styles.asking]}
        >
          <UnderIcon icon="ask">Whose</UnderIcon>
        </Pressable>
        {ownPlace && (
          <Pressable role="button" aria-label="Mine: my place, close" onPress={toOwnPlace} style={styles.place}>
            <UnderIcon icon="pin">Mine</UnderIcon>
          </Pressable>
        )}
        {actions?.(page.id)}
        {history}
      </View>
      {editable && !wide && <ToolTray only={TOOLS} />}
    </View>
  );
}

/** One's own place on a page, where each has one. */
function placeOf({ places, people }: SharedView, page: PagePlan, me: string): Bounds | null {
  const seat = people.find(({ id }) => id === me)?.seat;
  if (places === null || seat === undefined) return null;
  const { x, y, width, height } = placesFor(places, page)[seat - 1]!;
  return { left: x, top: y, right: x + width, bottom: y + height };
}

const Rail = memo(function Rail() {
  return (
    <View style={styles.rail}>
      <ToolTray abreast={2} only={TOOLS} />
      <View style={styles.railOptions}>
        <OptionPick />
        <ColourPick columns={3} />
      </View>
    </View>
  );
});

const styles = StyleSheet.create({
  work: { flex: 1, backgroundColor: colours.desk },
  who: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 8,
    paddingHorizontal: 10,
    paddingVertical: 6,
    backgroundColor: colours.mist,
  },
  grow: { flex: 1 },
  asking: { backgroundColor: colours.ochre },
  place: { width: TARGET.learner, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  body: { flex: 1, flexDirection: 'row', minHeight: 120 },
  sheet: { flex: 1 },
  rail: {
    width: trayWidth(2),
    backgroundColor: colours.ink,
    justifyContent: 'space-between',
  },
  railOptions: {
    backgroundColor: colours.scrap,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
    alignItems: 'center',
  },
  bar: {
    flexDirection: 'row',
    // A teacher has more to do there than fits into a row of a phone.
    flexWrap: 'wrap',
    justifyContent: 'flex-end',
    alignItems: 'center',
    gap: 2,
    paddingHorizontal: 4,
    backgroundColor: colours.scrap,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
  },
});
