import { spokenWords } from '@lippet/core/words/spoken';
import { useEffect, useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { TEXT_SIZES, useSettings } from '../stores/settings';
import { Button } from '../ui/Button';
import { Press } from '../ui/Press';
import { LineIcon } from '../ui/LineIcon';
import { Say } from '../ui/Say';
import { colours, faces, OUTLINE, TARGET } from '../ui/theme';
import { hearing } from './hearing';

interface Props {
  text: string;
  /** What is heard, for those who can't see it: "the task". */
  label: string;
  /** Only the sign, where there is little room. */
  small?: boolean;
}

/** A button that says a text, and shows which word is heard. */
export function Hear({ text, label, small = false }: Props) {
  const on = useStore(hearing.state, (state) => state.text === text);
  const waiting = useStore(hearing.state, (state) => state.text === text && state.waiting);
  const trouble = useStore(hearing.state, (state) => state.trouble);
  // Left, it is silent.
  useEffect(() => () => { if (hearing.state.getState().text === text) hearing.stop(); }, [text]);
  if (text.trim() === '') return null;
  const press = (): void => (on ? hearing.stop() : void hearing.hear(text));
  return (
    <View style={styles.box}>
      {small ? (
        <Press flat aria-label={`${on ? 'Stop' : 'Hear'} ${label}`} fill={on ? colours.ochre : colours.scrap} onPress={press} style={styles.small}><LineIcon name={on ? 'stop' : 'louder'} size={20} /></Press>
      ) : (
        <Button kind={on ? 'chosen' : 'plain'} icon={on ? 'stop' : 'louder'} label={`${on ? 'Stop' : 'Hear'} ${label}`} onPress={press} style={styles.start}>{on ? (waiting ? 'Wait …' : 'Stop') : 'Hear it'}</Button>
      )}
      {on && !waiting && <Spoken text={text} />}
      {trouble && !on && !small && <Say>{trouble}</Say>}
    </View>
  );
}

/** The text as it is heard, the word of the moment marked. */
function Spoken({ text }: { text: string }) {
  const words = useMemo(() => spokenWords(text), [text]);
  const at = useStore(hearing.state, (state) => state.word);
  const { size, letters } = useSettings();
  const now = words[at];
  const style = { fontSize: 19 * TEXT_SIZES[size], lineHeight: 29 * TEXT_SIZES[size], fontFamily: letters === 'school' ? faces.reading : faces.interface };
  return (
    <View style={styles.spoken} testID="spoken">
      <Text style={style}>
        {now ? text.slice(0, now.start) : text}
        {now && <Text style={[style, styles.word]} testID="spoken-word">{text.slice(now.start, now.end)}</Text>}
        {now && text.slice(now.end)}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 10 },
  start: { alignSelf: 'flex-start' },
  small: { width: TARGET.adult, height: TARGET.adult, alignItems: 'center', justifyContent: 'center', borderColor: 'transparent', backgroundColor: 'transparent' },
  spoken: { padding: 12, backgroundColor: colours.scrap, borderWidth: OUTLINE, borderColor: colours.ink },
  word: { backgroundColor: colours.ochre, fontWeight: '700' },
});
