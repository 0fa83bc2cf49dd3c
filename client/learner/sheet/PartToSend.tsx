import { pageItems, type PagePlan } from '@lippet/core/page/document';
import type { PartView } from '@lippet/core/parts/part';
import { partComplete } from '@lippet/core/piece/completeness';
import { NO_PROGRESS, type PieceProgress } from '@lippet/core/piece/progress';
import { chosenTake, readTakes, takeName } from '@lippet/core/recording/take';
import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type * as Y from 'yjs';
import { PageThumb } from '../../page/pictures/PageThumb';
import { partWords } from '../../parts/partWords';
import { partUi } from '../../parts/registry';
import { Hear } from '../../readAloud/Hear';
import { TakeThumb } from '../../recording/TakeThumb';
import { LineIcon } from '../../ui/LineIcon';
import { colours, OUTLINE } from '../../ui/theme';

interface Props {
  part: PartView;
  doc: Y.Doc;
  /** The pages of this part. */
  pages: readonly PagePlan[];
  progress: PieceProgress;
  disabled: boolean;
  onGo: () => void;
}

/** At most this many pages of a part are shown; how many more there are is said. */
const MOST_SHOWN = 4;
const PICTURE = { width: 68, height: 88 };

/** A part as it will arrive: its pictures, what it holds, and whether that is all. */
export function PartToSend({ part, doc, pages, progress, disabled, onGo }: Props) {
  const complete = partComplete(progress, part);
  const take = chosenTake(readTakes(doc, part.id));
  const words = partWords(part, progress.parts[part.id] ?? NO_PROGRESS, complete, take);
  const { verb, Excerpt } = partUi(part.kind);
  const more = pages.length - MOST_SHOWN;
  return (
    <View style={styles.heard}>
      <Pressable
        role="button"
        aria-label={`${part.title}: ${words}. Go there`}
        disabled={disabled}
        onPress={onGo}
        style={[styles.part, styles.grow]}
      >
        <View style={styles.pictures}>
          {pages.slice(0, MOST_SHOWN).map((page) => (
            <View key={page.id} style={styles.picture}>
              <PageThumb page={page} layers={[pageItems(doc, page.id)!]} {...PICTURE} />
            </View>
          ))}
          {take && <TakeThumb take={take} />}
          {more > 0 && <Text variant="labelSmall">{`and ${more} more`}</Text>}
        </View>
        <View style={styles.words}>
          <Text variant="titleMedium">{part.title}</Text>
          {Excerpt && <Excerpt part={part} doc={doc} />}
          {take?.title ? <Text variant="bodySmall">{takeName(part.recording.titleStart, take.title)}</Text> : null}
          <Text variant="bodySmall" style={{ color: complete || !part.required ? colours.soft : colours.vermilion }}>
            {words}
          </Text>
        </View>
        {complete ? (
          <LineIcon name="tick" size={30} width={4} colour={colours.moss} />
        ) : (
          <Text variant="labelMedium">{part.required ? `${verb} it` : ''}</Text>
        )}
      </Pressable>
      <Hear text={`${part.title}. ${words}.`} label={part.title} small />
    </View>
  );
}

/** A part that was taken out of the activity, and holds work. */
export function PartNotAsked({ part, teacher }: { part: PartView; teacher: string }) {
  return (
    <View style={styles.part}>
      <View style={styles.words}>
        <Text variant="titleMedium">{part.title}</Text>
        <Text variant="bodySmall">
          {`${teacher} does not ask for this any more. What you made there stays with your work.`}
        </Text>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  part: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 14,
    paddingVertical: 12,
    borderBottomWidth: 2,
    borderColor: colours.line,
    borderStyle: 'dashed',
  },
  heard: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  grow: { flex: 1 },
  pictures: { flexDirection: 'row', flexWrap: 'wrap', gap: 6, maxWidth: 160 },
  picture: { borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap },
  words: { flex: 1, gap: 2 },
});
