import { markItems, pageItems, readPages } from '@lippet/core/page/document';
import { MARK_COLOUR } from '@lippet/core/ink/tools';
import type { HungPiece, PartView } from '@lippet/core/contract/work';
import { useState } from 'react';
import { Image, StyleSheet, View } from 'react-native';
import type * as Y from 'yjs';
import { useGoDocument } from '../api/queries';
import { PageBar } from '../learner/sheet/PageBar';
import { PartTabs } from '../learner/sheet/PartTabs';
import type { DocumentEditor } from '../page/documentEditor';
import { PageSurface } from '../page/PageSurface';
import { Playback } from '../page/Playback';
import { DESK_USES } from '../page/sheetUses';
import type { Surface } from '../page/surface';
import { useFrozenDocument } from '../page/useFrozenDocument';
import { Ask } from '../ui/Ask';
import { Button } from '../ui/Button';
import { Opening } from '../ui/Opening';
import { Say } from '../ui/Say';
import { picturePath } from './Line';

interface Props {
  piece: HungPiece;
  parts: readonly PartView[];
  marks: Y.Doc | null;
  editable: boolean;
  editor: DocumentEditor | null;
  onSurface: (surface: Surface | null) => void;
  /** The page is being watched as it was drawn. */
  watching: boolean;
  onWatched: () => void;
}

/** The go, large, with the teacher's marks on a layer of their own above it; a draft only as a picture. */
export function HungSheet({ piece, parts, marks, editable, editor, onSurface, watching, onWatched }: Props) {
  const doc = useFrozenDocument(useGoDocument(piece.go?.id).data);
  const [pageId, setPageId] = useState<string | null>(null);
  if (!piece.go) {
    const path = picturePath(piece);
    return path ? (
      <View style={styles.draft}><Image source={{ uri: `/api${path}` }} style={styles.picture} resizeMode="contain" alt={`The draft of ${piece.name}`} /></View>
    ) : (
      <View style={styles.nothing}><Say calm>{`${piece.name} has not begun.`}</Say></View>
    );
  }
  if (!doc || !marks) return <Opening />;
  const pages = readPages(doc);
  const page = pages.find(({ id }) => id === pageId) ?? pages[0]!;
  const inPart = pages.filter(({ part }) => part === page.part);
  const at = inPart.indexOf(page);
  return (
    <View style={styles.sheet}>
      <View style={styles.tabs}><PartTabs parts={parts} current={page.part} done={new Set()} onChoose={(id) => setPageId(pages.find(({ part }) => part === id)?.id ?? null)} /></View>
      <PageSurface
        key={`${piece.go.id}-${page.id}`} page={page} layers={[pageItems(doc, page.id)!, markItems(marks, page.id)]} editor={editor} editable={editable}
        uses={DESK_USES} markColour={MARK_COLOUR} label={`Go ${piece.go.go} of ${piece.name}`} onSurface={onSurface}
      />
      {inPart.length > 1 && <PageBar at={at} count={inPart.length} onStep={(by) => setPageId(inPart[at + by]?.id ?? page.id)} />}
      <Ask visible={watching} title={`How ${piece.name} drew it`} onClose={onWatched} answers={<Button onPress={onWatched}>Close</Button>}>
        <Playback page={page} items={pageItems(doc, page.id)!} />
      </Ask>
    </View>
  );
}

const styles = StyleSheet.create({
  sheet: { flex: 1 },
  tabs: { padding: 10, paddingBottom: 0 },
  draft: { flex: 1, padding: 20 },
  picture: { flex: 1 },
  nothing: { flex: 1, alignItems: 'center', justifyContent: 'center', padding: 24 },
});
