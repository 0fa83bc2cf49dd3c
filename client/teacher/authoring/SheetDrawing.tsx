import type { SheetPlan } from '@lippet/core/parts/page/sheetPlan';
import { withDrawing } from '@lippet/core/page/background';
import type { PagePlan } from '@lippet/core/page/document';
import { drawnFields, drawnOn, MAX_DRAWN } from '@lippet/core/page/drawnGround';
import { putItem, type ItemMap, type Items } from '@lippet/core/page/item';
import { useEffect, useMemo, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import * as Y from 'yjs';
import { ColourPick } from '../../page/surface/ColourPick';
import { DocumentEditor } from '../../page/document/documentEditor';
import { HistoryButtons } from '../../page/surface/HistoryButtons';
import { OptionPick } from '../../page/surface/OptionPick';
import { PageSurface } from '../../page/surface/PageSurface';
import { SHEET_USES } from '../../page/surface/sheetUses';
import type { Surface } from '../../page/surface/surface';
import { ToolTray, trayWidth } from '../../page/surface/ToolTray';
import { useToolKeys } from '../../page/surface/useToolKeys';
import { useDrawing, type Tool } from '../../stores/drawing';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { colours, OUTLINE } from '../../ui/theme';
import { useWide } from '../../ui/useWide';
import { SpotFrames } from './SpotFrames';

interface Props {
  sheet: SheetPlan;
  title: string;
  onChange: (sheet: SheetPlan) => void;
  onClose: () => void;
}

const SHEET = 'sheet';
/** What is drawn, in a document of its own: it is part of the sheet, and no mark on anybody's work. */
const drawingOf = (doc: Y.Doc): Items => doc.getMap<ItemMap>(SHEET);
const TOOLS: readonly Tool[] = ['pen', 'brush', 'rubber', 'words', 'choose', 'move'];
const USES = { words: SHEET_USES.words, choose: SHEET_USES.choose };

/** Draws and types on a sheet before it is given out: what stands there goes to every learner with the paper. */
export function SheetDrawing({ sheet, title, onChange, onClose }: Props) {
  const wide = useWide();
  const [surface, setSurface] = useState<Surface | null>(null);
  const [count, setCount] = useState(0);
  // The sheet as it was opened: from then on, what is drawn lives in a document of its own.
  const [{ page, doc, items, editor }] = useState(() => {
    const made = new Y.Doc();
    const list = drawingOf(made);
    made.transact(() =>
      drawnFields(sheet.background.drawn).forEach((fields, i) => putItem(list, `given-${i}`, fields)),
    );
    const plan: PagePlan = {
      id: SHEET,
      part: '',
      width: sheet.width,
      height: sheet.height,
      background: withDrawing(sheet.background),
    };
    return { page: plan, doc: made, items: list, editor: new DocumentEditor(made, () => list, null) };
  });
  const layers = useMemo(() => [items], [items]);
  const latest = useRef({ sheet, onChange });
  latest.current = { sheet, onChange };
  useEffect(() => {
    const keep = (): void => {
      const { sheet: now, onChange: put } = latest.current;
      setCount(items.size);
      put({ ...now, background: withDrawing(now.background, drawnOn(items)) });
    };
    setCount(items.size);
    doc.on('update', keep);
    return () => {
      doc.off('update', keep);
      editor.destroy();
    };
  }, [doc, items, editor]);
  const { tool, setTool } = useDrawing();
  useEffect(() => {
    if (!TOOLS.includes(tool)) setTool('pen');
  }, [tool, setTool]);
  useToolKeys(true, TOOLS, { surface });
  return (
    <View style={styles.screen} role="main">
      <View style={styles.head}>
        <View style={styles.grow}>
          <Text variant="headlineMedium" role="heading" aria-level={1}>{`Draw or type on ${title}`}</Text>
          <Text variant="bodySmall">It lies with the paper: everybody gets it, and nobody can rub it out.</Text>
        </View>
        <Button kind="main" icon="tick" onPress={onClose}>
          Done
        </Button>
      </View>
      {count > MAX_DRAWN && (
        <Notice>
          {`A sheet keeps ${MAX_DRAWN} strokes and boxes of words. Those behind them are not given out; a photo ` +
            'or a PDF holds more.'}
        </Notice>
      )}
      <View style={styles.bar}>
        {!wide && <OptionPick />}
        <View style={styles.grow} />
        <HistoryButtons editor={editor} surface={surface} />
      </View>
      <View style={[styles.body, wide && styles.wide]}>
        <View style={styles.sheet}>
          <PageSurface
            page={page}
            layers={layers}
            editor={editor}
            editable
            uses={USES}
            label={`Sheet of ${title}`}
            onSurface={setSurface}
          />
          {surface && <SpotFrames surface={surface} spots={sheet.spots ?? []} />}
        </View>
        {wide && (
          <View style={styles.rail}>
            <ToolTray abreast={2} only={TOOLS} />
            <View style={styles.railOptions}>
              <OptionPick />
              <ColourPick columns={3} />
            </View>
          </View>
        )}
      </View>
      {!wide && (
        <View style={styles.colours}>
          <ColourPick columns={8} />
        </View>
      )}
      {!wide && <ToolTray only={TOOLS} />}
    </View>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, backgroundColor: colours.paper },
  head: { flexDirection: 'row', alignItems: 'center', gap: 14, padding: 14 },
  grow: { flex: 1, gap: 2 },
  bar: {
    flexDirection: 'row',
    alignItems: 'center',
    paddingHorizontal: 10,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
  },
  body: { flex: 1 },
  wide: { flexDirection: 'row' },
  sheet: { flex: 1, backgroundColor: colours.desk },
  // As beside a learner's sheet.
  rail: { width: trayWidth(2), backgroundColor: colours.ink, justifyContent: 'space-between' },
  railOptions: {
    backgroundColor: colours.scrap,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
    alignItems: 'center',
  },
  colours: { paddingHorizontal: 10, borderTopWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap },
});
