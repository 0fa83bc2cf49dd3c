import type { MediaHome } from '@lippet/core/contract/media';
import { markItems, pageItems } from '@lippet/core/page/document';
import type { ItemMap } from '@lippet/core/page/item';
import { readShot } from '@lippet/core/page/readShot';
import type { PartView } from '@lippet/core/parts/part';
import type { Take } from '@lippet/core/recording/take';
import type { Shot } from '@lippet/core/scan/shot';
import { warningLine } from '@lippet/core/scan/warningWords';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import * as Y from 'yjs';
import { PartTabs } from '../parts/PartTabs';
import { partUi } from '../parts/registry';
import { TakeDesk } from '../recording/TakeDesk';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { PageBar } from '../ui/PageBar';
import { colours, OUTLINE } from '../ui/theme';
import type { DocumentEditor } from '../page/document/documentEditor';
import type { PartShown } from '../page/document/usePartView';
import { PageSurface } from '../page/surface/PageSurface';
import { DESK_USES, PARTNER_USES } from '../page/surface/sheetUses';
import type { Surface } from '../page/surface/surface';

interface Props {
  /** Always the same for the same work. */
  id: string;
  /** By which school is asked for more of it; null for whoever sees no more than the document. */
  goId: string | null;
  /** What it is called to those who hear the screen. */
  label: string;
  doc: Y.Doc;
  shown: PartShown;
  marks: Y.Doc;
  editable: boolean;
  editor: DocumentEditor | null;
  /** Where spoken notes belong. */
  sayHome: MediaHome | null;
  /** Where pictures belong that are put onto it; null where none are. */
  pictureHome?: MediaHome | null;
  onSurface: (surface: Surface | null) => void;
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

/** Work as it was sent, large, with marks on a layer of their own above it. */
export function SentSheet(props: Props) {
  const { shown } = props;
  const { parts, part, page, choosePart } = shown;
  const tabs = (
    <View style={styles.tabs}>
      <PartTabs parts={parts} current={part?.id ?? ''} done={new Set()} onChoose={choosePart} />
    </View>
  );
  const answer = <SentAnswer {...props} />;
  const hasAnswer = shown.take !== null || shown.answered;
  if (!page)
    return (
      <View style={styles.sheet}>
        {tabs}
        {hasAnswer ? (
          answer
        ) : (
          <View style={styles.nothing}>
            <Notice calm>There is nothing in it.</Notice>
          </View>
        )}
      </View>
    );
  return (
    <View style={styles.sheet}>
      {tabs}
      {hasAnswer && <View style={styles.answer}>{answer}</View>}
      <SentPage {...props} />
    </View>
  );
}

/** What was answered without a page: words, a choice, a recording. */
function SentAnswer({ goId, doc, shown, marks, editable, editor, sayHome }: Props) {
  const { part, take, answered } = shown;
  if (!part) return null;
  const Sent = answered ? partUi(part.kind).Sent : undefined;
  return (
    <>
      {Sent && <Sent key={part.id} part={part} goId={goId} doc={doc} marks={marks} editor={editable ? editor : null} />}
      {take && (
        <TakeDesk
          key={take.id}
          take={take}
          part={part}
          marks={marks}
          editor={editable ? editor : null}
          sayHome={sayHome}
          way={recordingWords(part, take)}
        />
      )}
    </>
  );
}

/** The page in hand, and the way to the others of its part. */
function SentPage({ id, label, doc, shown, marks, editable, editor, sayHome, pictureHome = null, onSurface }: Props) {
  const [original, setOriginal] = useState(false);
  const { part, inPart, choosePage } = shown;
  const page = shown.page!;
  const index = inPart.indexOf(page);
  const shot = readShot(page.background);
  // Beside the page as it was kept, the photo as it was taken; marks belong to the first.
  const seen =
    original && shot ? { ...page, background: { kind: 'photo' as const, media: shot.original, alt: '' } } : page;
  const layers = seen === page ? [pageItems(doc, page.id)!, markItems(marks, page.id)] : [];
  return (
    <>
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
        key={`${id}-${page.id}-${seen === page}`}
        page={seen}
        layers={layers.length > 0 ? layers : NOTHING}
        editor={editor}
        editable={editable && seen === page}
        uses={pictureHome ? PARTNER_USES : DESK_USES}
        marks
        sayHome={sayHome}
        pictureHome={pictureHome}
        label={label}
        onSurface={onSurface}
      />
      {inPart.length > 1 && (
        <PageBar at={index} count={inPart.length} onStep={(by) => choosePage(inPart[index + by]?.id ?? page.id)} />
      )}
    </>
  );
}

const styles = StyleSheet.create({
  sheet: { flex: 1 },
  tabs: { padding: 10, paddingBottom: 0 },
  answer: { maxHeight: '50%', borderBottomWidth: OUTLINE, borderColor: colours.ink },
  nothing: { flex: 1, alignItems: 'center', justifyContent: 'center', padding: 24 },
  shot: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
    gap: 12,
    paddingHorizontal: 12,
    paddingTop: 8,
  },
});
