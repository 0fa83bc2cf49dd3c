import type { PieceView } from '@lippet/core/contract/pieces';
import type { PagePlan } from '@lippet/core/page/document';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type { DocumentEditor } from '../../page/document/documentEditor';
import { GoExport } from '../../page/takeOut/GoExport';
import { KeyList } from '../../page/surface/KeyList';
import { MarkList } from '../../page/surface/MarkList';
import { Playback } from '../../page/pictures/Playback';
import { TakeOutFormats } from '../../page/takeOut/TakeOutFormats';
import type { Surface } from '../../page/surface/surface';
import { Dialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';
import { EarlierCopies } from './EarlierCopies';
import { OutboxList } from '../../outbox/OutboxList';
import { RefusedList } from '../../outbox/RefusedList';

export type MenuSection = 'menu' | 'marks' | 'earlier' | 'play' | 'keys' | 'out';

interface Props {
  /** What is open; null for nothing. */
  section: MenuSection | null;
  onSection: (section: MenuSection | null) => void;
  piece: PieceView;
  editor: DocumentEditor;
  editable: boolean;
  pages: readonly PagePlan[];
  /** The page in hand; a part that waits for its first photo has none. */
  page: PagePlan | undefined;
  zone: string;
  surface: Surface | null;
  onPage: (page: string) => void;
  /** Opens the questions about this activity. */
  onAsk: () => void;
  /** Answers the part in hand with photos of paper; null where that is no answer. */
  onPaper: (() => void) | null;
  /** Answers the part in hand with a voice; null where that is no answer, or where there is a button for it. */
  onVoice: (() => void) | null;
  /** Puts a photo onto the page in hand. */
  onCamera: (() => void) | null;
}

const TITLES: Record<MenuSection, string> = {
  menu: 'More',
  marks: 'Marked words',
  earlier: 'Earlier copies',
  play: 'Watch it drawn',
  keys: 'Keys',
  out: 'Take a copy out',
};

/**
 * What is not needed at every moment: the list of marked words, earlier copies, watching it drawn, a copy to keep, the
 * keys.
 */
export function SheetMenu({
  section,
  onSection,
  piece,
  editor,
  editable,
  pages,
  page,
  zone,
  surface,
  onPage,
  onAsk,
  onPaper,
  onVoice,
  onCamera,
}: Props) {
  const view = section ?? 'menu';
  const close = (): void => onSection(null);
  return (
    <Dialog
      visible={section !== null}
      title={TITLES[view]}
      onClose={close}
      answers={
        <>
          {view !== 'menu' && (
            <Button icon="back" onPress={() => onSection('menu')}>
              Back
            </Button>
          )}
          <Button onPress={close}>Close</Button>
        </>
      }
    >
      {view === 'menu' && (
        <View style={styles.list}>
          <OutboxList pieceId={piece.id} />
          <RefusedList home={`pieces/${piece.id}`} />
          <Button
            icon="ask"
            onPress={() => {
              close();
              onAsk();
            }}
          >
            Ask about this
          </Button>
          {onPaper && (
            <Button
              icon="camera"
              onPress={() => {
                close();
                onPaper();
              }}
            >
              Answer on paper, with a photo
            </Button>
          )}
          {onVoice && (
            <Button
              icon="voice"
              onPress={() => {
                close();
                onVoice();
              }}
            >
              Answer with your voice
            </Button>
          )}
          {onCamera && (
            <Button
              icon="picture"
              onPress={() => {
                close();
                onCamera();
              }}
            >
              Put a photo on this page
            </Button>
          )}
          <Button icon="list" onPress={() => onSection('marks')}>
            Marked words
          </Button>
          {editable && (
            <Button icon="earlier" onPress={() => onSection('earlier')}>
              Earlier copies
            </Button>
          )}
          {page && (
            <Button icon="play" onPress={() => onSection('play')}>
              Watch it drawn
            </Button>
          )}
          {(page || piece.goes.length > 0) && (
            <Button icon="out" onPress={() => onSection('out')}>
              Take a copy out
            </Button>
          )}
          <Button icon="keyboard" onPress={() => onSection('keys')}>
            Keys
          </Button>
        </View>
      )}
      {view === 'marks' && (
        <MarkList
          doc={editor.doc}
          pages={pages}
          onGo={(id, bounds) => {
            onPage(id);
            close();
            surface?.renderer.lookAt(bounds);
          }}
        />
      )}
      {view === 'earlier' && <EarlierCopies piece={piece} editor={editor} zone={zone} onDone={close} />}
      {view === 'play' && page && <Playback page={page} items={editor.itemsOf(page.id)!} />}
      {view === 'keys' && <KeyList />}
      {view === 'out' && piece.goes[0] && (
        <View style={styles.all}>
          <Text variant="bodySmall">Every go with what came back, and what you said and wrote:</Text>
          <GoExport goId={piece.goes[0].id} title={piece.card.title} all />
        </View>
      )}
      {view === 'out' && page && <TakeOutFormats title={piece.card.title} doc={editor.doc} pages={pages} page={page} />}
    </Dialog>
  );
}

const styles = StyleSheet.create({ list: { gap: 12 }, all: { gap: 6, paddingBottom: 14 } });
