import { pageItems } from '@lippet/core/page/document';
import type { PartView } from '@lippet/core/parts/part';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { HistoryButtons } from '../../page/surface/HistoryButtons';
import { PageThumb } from '../../page/pictures/PageThumb';
import { PageSurface } from '../../page/surface/PageSurface';
import { SHEET_USES } from '../../page/surface/sheetUses';
import type { Surface } from '../../page/surface/surface';
import { ToolTray } from '../../page/surface/ToolTray';
import { partUi } from '../../parts/registry';
import type { Tool } from '../../stores/drawing';
import { Button } from '../../ui/Button';
import { colours, OUTLINE } from '../../ui/theme';
import { lastPageUpTo } from './mayDo';
import { useSheetHere } from './useSheet';

const THUMB = { width: 84, height: 110 };
/** What one needs to show how one came to something. */
const TOOLS: readonly Tool[] = ['pen', 'rubber', 'words'];

/** The pages of another part, small, below what is in hand: drawn on where they stand, or photos taken for them. */
export function NearPages({ part }: { part: PartView }) {
  return partUi(part.kind).pagesAre === 'photos' ? <NearPhotos part={part} /> : <NearSheet part={part} />;
}

function NearSheet({ part }: { part: PartView }) {
  const { piece, live, pages, editor, editable } = useSheetHere();
  const [surface, setSurface] = useState<Surface | null>(null);
  const page = pages.find((one) => one.part === part.id);
  const items = page && pageItems(live.doc, page.id);
  if (!page || !items) return null;
  return (
    <View style={styles.box}>
      <View style={styles.sheet}>
        <PageSurface
          key={page.id}
          page={page}
          layers={[items]}
          editor={editor}
          editable={editable}
          uses={SHEET_USES}
          pieceId={piece.id}
          label={`Sheet: ${part.title}`}
          onSurface={setSurface}
        />
      </View>
      {editable && (
        <View style={styles.tools}>
          <View style={styles.tray}>
            <ToolTray only={TOOLS} />
          </View>
          <HistoryButtons editor={editor} surface={surface} />
        </View>
      )}
    </View>
  );
}

function NearPhotos({ part }: { part: PartView }) {
  const sheet = useSheetHere();
  const { live, pages, capture, editable } = sheet;
  const own = pages.filter((page) => page.part === part.id);
  const take = (): void =>
    capture.begin({
      kind: 'pages',
      part: part.id,
      after: lastPageUpTo(sheet, part),
      title: part.title,
      stay: true,
    });
  return (
    <View style={styles.photos}>
      {own.map((page) => (
        <PageThumb key={page.id} page={page} layers={[pageItems(live.doc, page.id)!]} {...THUMB} />
      ))}
      {editable && (
        <Button icon="camera" onPress={take}>
          {own.length === 0 ? 'Take a photo of it' : 'Another photo'}
        </Button>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.desk },
  sheet: { height: 320 },
  tools: { flexDirection: 'row', alignItems: 'center', backgroundColor: colours.paper },
  tray: { flex: 1 },
  photos: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 12 },
});
