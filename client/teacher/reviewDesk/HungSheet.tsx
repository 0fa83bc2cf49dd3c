import { markItems, pageItems } from '@lippet/core/page/document';
import type { Take } from '@lippet/core/recording/take';
import type { ItemMap } from '@lippet/core/page/item';
import type { QueuedPiece } from '@lippet/core/contract/reviewing';
import type { PartView } from '@lippet/core/parts/part';
import { type Shot } from '@lippet/core/scan/shot';
import { readShot } from '@lippet/core/page/readShot';
import { useState } from 'react';
import { Image, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import * as Y from 'yjs';
import { warningLine } from '@lippet/core/scan/warningWords';
import { PageBar } from '../../ui/PageBar';
import { PartTabs } from '../../parts/PartTabs';
import type { DocumentEditor } from '../../page/document/documentEditor';
import { PageSurface } from '../../page/surface/PageSurface';
import { Playback } from '../../page/pictures/Playback';
import { DESK_USES } from '../../page/surface/sheetUses';
import type { Surface } from '../../page/surface/surface';
import type { PartShown } from '../../page/document/usePartView';
import { TakeDesk } from '../../recording/TakeDesk';
import { partUi } from '../../parts/registry';
import { Dialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';
import { Opening } from '../../ui/Opening';
import { Notice } from '../../ui/Notice';
import { colours, OUTLINE } from '../../ui/theme';
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

/** A photo as it was taken has nothing on it. */
const NOTHING = [new Y.Doc().getMap<ItemMap>('nothing')];

/** How a part was answered with photos, and what was wrong with this one when it was kept. */
function shotWords(part: PartView | undefined, { warnings }: Shot): string {
  const asked = part && partUi(part.kind).pagesAre === 'photos';
  const way = asked ? 'A photo of paper' : 'Answered on paper';
  return warnings.length > 0 ? `${way}: ${warningLine(warnings)}` : way;
}

/** How a part was answered with a recording, where it was asked for something else. */
function recordingWords(part: PartView, take: Take): string | null {
  if (partUi(part.kind).answeredOn !== 'takes') return 'Answered with a recording';
  return take.sort === part.recording.sort ? null : 'Only sound';
}

/** The go, large, with the teacher's marks on a layer of their own above it; a draft only as a picture. */
export function HungSheet({
  piece,
  doc,
  shown: { parts: made, part, page, inPart, take, answered, choosePart, choosePage },
  marks,
  editable,
  editor,
  onSurface,
  watching,
  onWatched,
}: Props) {
  const [original, setOriginal] = useState(false);
  if (!piece.go) {
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
  if (!doc || !marks) return <Opening />;
  const tabs = (
    <View style={styles.tabs}>
      <PartTabs parts={made} current={part?.id ?? ''} done={new Set()} onChoose={choosePart} />
    </View>
  );
  const recording = take && part && (
    <TakeDesk
      key={take.id}
      take={take}
      part={part}
      marks={marks}
      editor={editable ? editor : null}
      pieceId={piece.pieceId}
      way={recordingWords(part, take)}
    />
  );
  const Sent = answered && part ? partUi(part.kind).Sent : undefined;
  const written = Sent && part && piece.go && (
    <Sent key={part.id} part={part} goId={piece.go.id} doc={doc} marks={marks} editor={editable ? editor : null} />
  );
  if (!page) {
    return (
      <View style={styles.sheet}>
        {tabs}
        {written}
        {recording}
        {!written && !recording && (
          <View style={styles.nothing}>
            <Notice calm>There is nothing in it.</Notice>
          </View>
        )}
      </View>
    );
  }
  const index = inPart.indexOf(page);
  const shot = readShot(page.background);
  // Beside the page as it was kept, the photo as it was taken; marks belong to the first.
  const shown =
    original && shot ? { ...page, background: { kind: 'photo' as const, media: shot.original, alt: '' } } : page;
  const layers = shown === page ? [pageItems(doc, page.id)!, markItems(marks, page.id)] : [];
  return (
    <View style={styles.sheet}>
      {tabs}
      {(recording || written) && (
        <View style={styles.recording}>
          {written}
          {recording}
        </View>
      )}
      {shot && (
        <View style={styles.shot}>
          <Text variant="labelMedium" role="status">
            {shotWords(part, shot)}
          </Text>
          <Button kind={original ? 'chosen' : 'plain'} icon="camera" onPress={() => setOriginal(!original)}>
            {original ? 'Show the page' : 'Show the photo'}
          </Button>
        </View>
      )}
      <PageSurface
        key={`${piece.go.id}-${page.id}-${shown === page}`}
        page={shown}
        layers={layers.length > 0 ? layers : NOTHING}
        editor={editor}
        editable={editable && shown === page}
        uses={DESK_USES}
        marks
        sayHome={piece.pieceId ? `pieces/${piece.pieceId}` : null}
        label={`Go ${piece.go.number} of ${piece.name}`}
        onSurface={onSurface}
      />
      {inPart.length > 1 && (
        <PageBar at={index} count={inPart.length} onStep={(by) => choosePage(inPart[index + by]?.id ?? page.id)} />
      )}
      <Dialog
        visible={watching}
        title={`How ${piece.name} drew it`}
        onClose={onWatched}
        answers={<Button onPress={onWatched}>Close</Button>}
      >
        <Playback page={page} items={pageItems(doc, page.id)!} />
      </Dialog>
    </View>
  );
}

const styles = StyleSheet.create({
  shot: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
    gap: 12,
    paddingHorizontal: 12,
    paddingTop: 8,
  },
  sheet: { flex: 1 },
  tabs: { padding: 10, paddingBottom: 0 },
  draft: { flex: 1, padding: 20 },
  picture: { flex: 1 },
  recording: { maxHeight: '50%', borderBottomWidth: OUTLINE, borderColor: colours.ink },
  nothing: { flex: 1, alignItems: 'center', justifyContent: 'center', padding: 24 },
});
