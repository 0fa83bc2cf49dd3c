import { spokenWords } from '@lippet/core/words/spoken';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { useLarger, useSettings } from '../stores/settings';
import { Button } from '../ui/Button';
import { colours, faces, OUTLINE } from '../ui/theme';
import { hearing } from './hearing';
import { HearSign, HearTrouble, useHear, useSilentAfter } from './HearSign';

interface Props {
  text: string;
  /** What is heard, for those who can't see it: "the task". */
  label: string;
  /** Only the sign, where there is little room. */
  small?: boolean;
}

/** A button that says a text, and shows which word is heard. */
export function Hear({ text, label, small = false }: Props) {
  const { on, waiting, press } = useHear(text);
  useSilentAfter(text);
  if (text.trim() === '') return null;
  const { word, name } = wordsFor({ on, waiting }, label);
  return (
    <View style={styles.box}>
      {small ? (
        <HearSign text={text} label={label} />
      ) : (
        <Button
          kind={on ? 'chosen' : 'plain'}
          icon={on ? 'stop' : 'louder'}
          label={name}
          onPress={press}
          style={styles.start}
        >
          {word}
        </Button>
      )}
      {on && !waiting && <Spoken text={text} />}
      <HearTrouble text={text} />
    </View>
  );
}

/** What stands on the button, and its name for whoever does not see it: the one is a part of the other. */
function wordsFor({ on, waiting }: { on: boolean; waiting: boolean }, label: string): { word: string; name: string } {
  if (!on) return { word: 'Hear', name: `Hear ${label}` };
  return waiting ? { word: 'Wait …', name: `Wait … or stop ${label}` } : { word: 'Stop', name: `Stop ${label}` };
}

/** The text as it is heard, the word of the moment marked. */
function Spoken({ text }: { text: string }) {
  const words = useMemo(() => spokenWords(text), [text]);
  const heard = useStore(hearing.state, (state) => state.word);
  const larger = useLarger();
  const letters = useSettings((reading) => reading.letters);
  const now = words[heard];
  const style = {
    fontSize: 19 * larger,
    lineHeight: 29 * larger,
    fontFamily: letters === 'school' ? faces.reading : faces.interface,
  };
  return (
    <View style={styles.spoken} testID="spoken">
      <Text style={style}>
        {now ? text.slice(0, now.start) : text}
        {now && (
          <Text style={[style, styles.word]} testID="spoken-word">
            {text.slice(now.start, now.end)}
          </Text>
        )}
        {now && text.slice(now.end)}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 10 },
  start: { alignSelf: 'flex-start' },
  spoken: { padding: 12, backgroundColor: colours.scrap, borderWidth: OUTLINE, borderColor: colours.ink },
  word: { backgroundColor: colours.ochre, fontWeight: '700' },
});
