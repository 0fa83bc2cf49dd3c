import { useQueryClient } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Pressable, StyleSheet, useWindowDimensions, View } from 'react-native';
import { Text, useTheme } from 'react-native-paper';
import { keys } from '../../api/queries';
import type { LiveDocument } from '../../page/document/liveDocument';
import { useGoBack } from '../../ui/useGoBack';
import { SaveLine } from '../../page/document/SaveLine';
import { useLarger } from '../../stores/settings';
import { LineIcon } from '../../ui/LineIcon';
import { UnderIcon } from '../../ui/UnderIcon';
import { ROW_FROM, TARGET } from '../../ui/theme';
import { SendButton } from './SendButton';

interface Props {
  title: string;
  live: LiveDocument;
  /** On a phone the title stands here; wide, it stands in the task panel. */
  titled: boolean;
  /** Whether there is a way to send, and whether there is something to send yet. */
  maySend: boolean;
  made: boolean;
  madeNow: () => boolean;
  onSend: () => void;
  onMenu: () => void;
  pieceId: string;
  history: ReactNode;
  /** The way to the task, where it stands neither above nor beside the sheet. */
  task: ReactNode;
  tabs: ReactNode;
}

/** On screens less wide than this, in pixels, what stands beside the words gives them all the room that it can. */
const SMALL = 380;

/** So much larger than usual what is said of the saving has room beside the title. */
const BESIDE_UP_TO = 1.25;

/** What has no room in the row of the head, and stands below it. */
function belowHead(larger: number, narrowBesideTask: boolean): 'nothing' | 'saving' | 'words' {
  if (narrowBesideTask) return 'words';
  return larger > BESIDE_UP_TO ? 'saving' : 'nothing';
}

/** A title is read whole; beside the way to the task there is one line for it. */
function titleLines(besideTask: boolean, narrow: boolean): number {
  if (besideTask) return 1;
  return narrow ? 3 : 2;
}

/** The way back, where the work is saved, and Send. */
export function SheetHead({
  title,
  live,
  titled,
  maySend,
  made,
  madeNow,
  onSend,
  onMenu,
  pieceId,
  history,
  task,
  tabs,
}: Props) {
  const goBack = useGoBack('/now');
  const client = useQueryClient();
  const { lineHeight } = useTheme().fonts.bodySmall;
  const { width } = useWindowDimensions();
  const larger = useLarger();
  const small = titled && width < SMALL;
  const leave = (): void => {
    void client.invalidateQueries({ queryKey: keys.now });
    goBack();
  };
  const below = titled ? belowHead(larger, task !== null && width < ROW_FROM) : 'nothing';
  const lines = below === 'words' ? 1 : 2;
  const titleWords = titled && (
    <Text
      variant="headlineSmall"
      role="heading"
      aria-level={1}
      numberOfLines={titleLines(task !== null, small || below === 'saving')}
      style={[styles.title, below === 'saving' && styles.titleLarge]}
    >
      {title}
    </Text>
  );
  // Room for all of it from the start: what it says changes with every stroke, and the sheet below must not move.
  const saved = (
    <View style={titled && { height: lines * lineHeight }}>
      <SaveLine live={live} home={`pieces/${pieceId}`} lines={lines} />
    </View>
  );
  const head = (
    <View style={[styles.head, titled && styles.narrow, small && styles.small]}>
      <Pressable role="button" aria-label="Back" onPress={leave} style={styles.back}>
        <LineIcon name="back" size={28} />
      </Pressable>
      {task}
      {tabs}
      <View style={styles.words}>
        {below !== 'words' && titleWords}
        {below === 'nothing' && saved}
      </View>
      {history}
      <Pressable role="button" aria-label="More" onPress={onMenu} style={styles.back}>
        <UnderIcon icon="more">More</UnderIcon>
      </Pressable>
      {maySend && (
        <SendButton
          made={made}
          madeNow={madeNow}
          main={!titled}
          onSend={onSend}
          style={[titled && styles.send, small && styles.sendSmall]}
        />
      )}
    </View>
  );
  if (below === 'nothing') return head;
  return (
    <>
      {head}
      <View style={styles.below}>
        {below === 'words' && titleWords}
        {saved}
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  head: { flexDirection: 'row', alignItems: 'center', gap: 8, paddingRight: 10, minHeight: 54 },
  // Where it stands beside the title, the words of where the work is need their room.
  narrow: { gap: 4, paddingRight: 6 },
  small: { gap: 0, paddingRight: 4 },
  send: { paddingHorizontal: 10 },
  sendSmall: { paddingHorizontal: 5 },
  back: { width: TARGET.learner, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  words: { flex: 1, gap: 1 },
  title: { fontSize: 18, lineHeight: 21 },
  titleLarge: { fontSize: 22, lineHeight: 26 },
  below: { paddingHorizontal: 14 },
});
