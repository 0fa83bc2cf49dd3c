import { LIMITS } from '@lippet/core/contract/limits';
import { PICTURE_TYPES, type MediaHome } from '@lippet/core/contract/media';
import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { mediaOutbox } from '../api/mediaOutbox';
import { keepablePicture } from '../page/pictures/keepable';
import { NoteButton, useSpokenNote } from '../capture/SayNote';
import { askForFiles } from '../ui/askForFiles';
import { useLocalFile } from '../recording/useLocalFile';
import { useUnsentWords } from '../stores/unsent';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { colours, OUTLINE } from '../ui/theme';
import { RefusedList } from '../outbox/RefusedList';
import type { Saying } from './useThreads';

interface Props {
  /** What it is said to: words that are not sent yet are found there again. */
  place: string;
  label: string;
  /** The verb on the button. */
  word: string;
  /** What a voice or a picture belongs to; null where only words can be said. */
  home: MediaHome | null;
  /** Whether a picture may be said as well as a voice. */
  pictures?: boolean;
  /** It hangs under what it answers, in the same frame; else it has none. */
  framed?: boolean;
  /** Asked before a picture is taken in. @returns whether it is to be said here */
  onPicture?: (file: File) => Promise<boolean>;
  /** @param id made once for each thing that is said, so that saying it twice is once. @returns whether it was taken */
  onSay: (id: string, saying: Saying) => Promise<boolean>;
}

/** A box to say something: words, a voice or a picture. */
export function MessageComposer(props: Props) {
  const { place, label, word, home, pictures = true, framed = true, onPicture, onSay } = props;
  const [words, setWords] = useUnsentWords(place);
  const [media, setMedia] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [full, setFull] = useState(false);
  const id = useRef(crypto.randomUUID());
  const local = useLocalFile(media);
  const note = useSpokenNote(home);
  const speaksNow = useStore(note.state, ({ step }) => step !== 'silent');
  const picture = async (): Promise<void> => {
    const [file] = await askForFiles(PICTURE_TYPES);
    if (!file || !home || (onPicture && !(await onPicture(file)))) return;
    const made = crypto.randomUUID();
    try {
      await mediaOutbox.add(made, home, await keepablePicture(file));
      setMedia(made);
    } catch (error) {
      console.warn('The picture could not be kept.', error);
      setFull(true);
    }
  };
  const say = async (): Promise<void> => {
    setBusy(true);
    // What is still being said goes along, and what is on its way is waited for.
    const speaking = note.state.getState().step !== 'silent';
    const carried = speaking ? await note.end() : media;
    if (carried) await mediaOutbox.arrival(carried);
    // What was said was too short to hear, which stands there already.
    const nothing = !carried && words.trim() === '';
    if (!nothing && (await onSay(id.current, { words: words.trim(), media: carried }))) {
      id.current = crypto.randomUUID();
      setWords('');
      setMedia(null);
    }
    setBusy(false);
  };
  return (
    <View style={[styles.box, framed && styles.framed]}>
      <Field label={label} value={words} onChangeText={setWords} multiline maxLength={LIMITS.word} />
      {media && local !== undefined && (
        <View style={styles.row}>
          <Text variant="labelMedium">{local === null ? 'With it: at school' : 'With it: on its way to school'}</Text>
          <Button icon="bin" onPress={() => setMedia(null)}>
            Throw it away
          </Button>
        </View>
      )}
      {home && <RefusedList home={home} />}
      {full && <Notice>This device has no room for that picture.</Notice>}
      <View style={styles.row}>
        {home && !media && <NoteButton note={note} onSaid={setMedia} />}
        {home && !media && pictures && (
          <Button icon="picture" onPress={() => void picture()}>
            Picture
          </Button>
        )}
        <Button
          kind="main"
          icon="forward"
          disabled={busy || (words.trim() === '' && !media && !speaksNow)}
          onPress={() => void say()}
        >
          {word}
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 12 },
  framed: {
    padding: 12,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    borderTopWidth: 0,
    backgroundColor: colours.scrap,
  },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12, alignItems: 'center' },
});
