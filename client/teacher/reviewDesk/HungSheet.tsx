import { pageItems } from '@lippet/core/page/document';
import type { QueuedPiece } from '@lippet/core/contract/reviewing';
import { Image, StyleSheet, View } from 'react-native';
import type * as Y from 'yjs';
import type { DocumentEditor } from '../../page/document/documentEditor';
import type { PartShown } from '../../page/document/usePartView';
import { Playback } from '../../page/pictures/Playback';
import { SentSheet } from '../../sentWork/SentSheet';
import type { Surface } from '../../page/surface/surface';
import { Dialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';
import { Opening } from '../../ui/Opening';
import { Notice } from '../../ui/Notice';
import { picturePath } from './ReviewQueue';

interface Props {
  piece: QueuedPiece;
  /** The go that was sent, and what of it is looked at. */
  doc: Y.Doc | null;
  shown: PartShown;
  marks: Y.Doc | null;
  editable: boolean;
  editor: DocumentEditor | null;
  onSurface: (surface: Surface | null) => void;
  /** The page is being watched as it was drawn. */
  watching: boolean;
  onWatched: () => void;
}

/** The go, large, with the teacher's marks on a layer of their own above it; a draft only as a picture. */
export function HungSheet({ piece, doc, shown, marks, editable, editor, onSurface, watching, onWatched }: Props) {
  const { go, name, pieceId } = piece;
  if (!go) return <HungDraft piece={piece} />;
  if (!doc || !marks) return <Opening />;
  const { page } = shown;
  return (
    <>
      <SentSheet
        id={go.id}
        goId={go.id}
        label={`Go ${go.number} of ${name}`}
        doc={doc}
        shown={shown}
        marks={marks}
        editable={editable}
        editor={editor}
        sayHome={pieceId ? `pieces/${pieceId}` : null}
        onSurface={onSurface}
      />
      {page && (
        <Dialog
          visible={watching}
          title={`How ${name} drew it`}
          onClose={onWatched}
          answers={<Button onPress={onWatched}>Close</Button>}
        >
          <Playback page={page} items={pageItems(doc, page.id)!} />
        </Dialog>
      )}
    </>
  );
}

function HungDraft({ piece }: { piece: QueuedPiece }) {
  const path = picturePath(piece);
  return path ? (
    <View style={styles.draft}>
      <Image
        source={{ uri: `/api${path}` }}
        style={styles.picture}
        resizeMode="contain"
        alt={`The draft of ${piece.name}`}
      />
    </View>
  ) : (
    <View style={styles.nothing}>
      <Notice calm>{`${piece.name} has not begun.`}</Notice>
    </View>
  );
}

const styles = StyleSheet.create({
  draft: { flex: 1, padding: 20 },
  picture: { flex: 1 },
  nothing: { flex: 1, alignItems: 'center', justifyContent: 'center', padding: 24 },
});
