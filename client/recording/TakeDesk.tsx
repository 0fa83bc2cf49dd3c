import type { MediaHome } from '@lippet/core/contract/media';
import type { PartView } from '@lippet/core/parts/part';
import { markItems } from '@lippet/core/page/document';
import { MAX_TEXT } from '@lippet/core/page/item';
import { momentFields, momentsToVtt, readMoments, timeWords, type Moment } from '@lippet/core/recording/moments';
import { spansLength } from '@lippet/core/recording/spans';
import { takeName, type Take } from '@lippet/core/recording/take';
import { useEffect, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text, TextInput } from 'react-native-paper';
import type * as Y from 'yjs';
import { SayNote } from '../capture/SayNote';
import type { DocumentEditor } from '../page/document/documentEditor';
import { download } from '../page/takeOut/takeOut';
import { useRows } from '../page/surface/useRows';
import { Button } from '../ui/Button';
import { LineIcon } from '../ui/LineIcon';
import { Press } from '../ui/Press';
import { colours, faces, OUTLINE, TARGET } from '../ui/theme';
import { faultLine } from '@lippet/core/sound/faultWords';
import { TakePlayer } from './TakePlayer';
import type { Player } from './usePlayer';
import { VoiceButton } from './VoiceButton';

interface Props {
  take: Take;
  part: PartView;
  /** The review's marks, in which the pins lie; null where there are none. */
  marks: Y.Doc | null;
  /** Makes and changes pins; null where they are only read. */
  editor: DocumentEditor | null;
  /** Where spoken notes belong; null where there can be none. */
  sayHome?: MediaHome | null;
  /** How the part was answered, where that has to be said. */
  way?: string | null;
}

/** The pins on a take, as they change. */
function useMoments(marks: Y.Doc | null, take: string): readonly Moment[] {
  const [moments, setMoments] = useState<readonly Moment[]>([]);
  useEffect(() => {
    if (!marks) return undefined;
    const items = markItems(marks, take);
    const read = (): void => setMoments(readMoments(items));
    read();
    items.observeDeep(read);
    return () => items.unobserveDeep(read);
  }, [marks, take]);
  return marks ? moments : [];
}

/** A recording that was sent, to be seen and heard, with notes pinned to its moments. */
export function TakeDesk({ take, part, marks, editor, sayHome = null, way = null }: Props) {
  const moments = useMoments(marks, take.id);
  const name = takeName(part.recording.titleStart, take.title) || part.title;
  const rowOf = useRows();
  const put = (moment: Moment, row: object | null = null): void =>
    editor?.change([{ page: take.id, id: moment.id, after: momentFields(moment) }], [], row);
  const drop = ({ id }: Moment): void => editor?.change([{ page: take.id, id, after: null }]);
  const pin = ({ at }: Player, voice: string | null): void =>
    put({ id: crypto.randomUUID(), second: Math.round(at * 100) / 100, note: '', voice, at: Date.now() });
  const facts = [way, timeWords(spansLength(take.spans)), faultLine(take.faults)].filter(Boolean).join(' · ');
  return (
    <ScrollView style={styles.desk} contentContainerStyle={styles.content}>
      <View>
        <Text variant="headlineMedium" role="heading" aria-level={2}>
          {name}
        </Text>
        <Text variant="bodySmall" style={{ color: colours.soft }}>
          {facts}
        </Text>
      </View>
      <TakePlayer take={take} label={name} pins={moments.map(({ id, second }, i) => ({ id, second, number: i + 1 }))}>
        {(player) => (
          <View style={styles.pins}>
            {editor && (
              <View style={styles.row}>
                <Button icon="pin" onPress={() => pin(player, null)}>{`Pin a note at ${timeWords(player.at)}`}</Button>
                {sayHome && <SayNote home={sayHome} onSaid={(voice) => pin(player, voice)} />}
              </View>
            )}
            {moments.length > 0 && (
              <View role="list" aria-label="Notes on moments" style={styles.list}>
                {moments.map((moment, i) => (
                  <View key={moment.id} role="listitem" style={styles.moment}>
                    <Press
                      aria-label={`Go to note ${i + 1} · ${timeWords(moment.second)}`}
                      fill={colours.sea}
                      onPress={() => player.seek(moment.second)}
                      style={styles.second}
                    >
                      <Text
                        variant="labelMedium"
                        style={{ color: colours.scrap }}
                      >{`${i + 1} · ${timeWords(moment.second)}`}</Text>
                    </Press>
                    {moment.voice && <VoiceButton voice={moment.voice} label={`note ${i + 1}`} />}
                    {editor ? (
                      <>
                        <TextInput
                          mode="outlined"
                          dense
                          aria-label={`Note ${i + 1}, at ${timeWords(moment.second)}`}
                          placeholder={moment.voice ? 'In words as well?' : 'What is to be said of this?'}
                          value={moment.note}
                          maxLength={MAX_TEXT}
                          multiline
                          onChangeText={(note) => put({ ...moment, note }, rowOf(moment.id))}
                          outlineStyle={styles.outline}
                          activeOutlineColor={colours.sea}
                          textColor={colours.ink}
                          style={styles.note}
                          contentStyle={styles.noteWords}
                        />
                        <Press aria-label={`Delete note ${i + 1}`} flat onPress={() => drop(moment)} style={styles.bin}>
                          <LineIcon name="bin" size={20} />
                        </Press>
                      </>
                    ) : (
                      <Text variant="bodyLarge" style={styles.spoken}>
                        {moment.note}
                      </Text>
                    )}
                  </View>
                ))}
              </View>
            )}
            {moments.length > 0 && (
              <Button
                icon="out"
                label="Save the notes as WebVTT"
                style={styles.start}
                onPress={() =>
                  download(new Blob([momentsToVtt(moments, player.length)], { type: 'text/vtt' }), `${name}.vtt`)
                }
              >
                Notes as WebVTT
              </Button>
            )}
          </View>
        )}
      </TakePlayer>
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  desk: { flex: 1, backgroundColor: colours.desk },
  content: { padding: 18, gap: 14, maxWidth: 820, width: '100%', alignSelf: 'center' },
  pins: { gap: 14, paddingTop: 4 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 14 },
  start: { alignSelf: 'flex-start' },
  list: { gap: 10 },
  moment: { flexDirection: 'row', gap: 10, alignItems: 'flex-start' },
  second: {
    minHeight: TARGET.adult,
    minWidth: 84,
    alignItems: 'center',
    justifyContent: 'center',
    paddingHorizontal: 8,
  },
  outline: { borderWidth: OUTLINE, borderRadius: 0 },
  note: { flex: 1, backgroundColor: colours.scrap, fontSize: 17 },
  noteWords: { fontFamily: faces.reading, fontSize: 17 },
  spoken: { flex: 1, paddingTop: 8 },
  bin: { width: TARGET.adult, height: TARGET.adult, alignItems: 'center', justifyContent: 'center' },
});
