import { useEffect } from 'react';
import { StyleSheet } from 'react-native';
import { useStore } from 'zustand';
import { LineIcon } from '../ui/LineIcon';
import { Press } from '../ui/Press';
import { Notice } from '../ui/Notice';
import { colours, TARGET } from '../ui/theme';
import { hearing } from './hearing';

interface Props {
  text: string;
  /** What is heard, for those who can't see it: "the task". */
  label: string;
}

/** Whether a text is heard, and what its button does. */
export function useHear(text: string): { on: boolean; waiting: boolean; press: () => void } {
  const on = useStore(hearing.state, (state) => state.text === text);
  const waiting = useStore(hearing.state, (state) => state.text === text && state.waiting);
  return { on, waiting, press: () => (on ? hearing.stop() : void hearing.hear(text)) };
}

/** Once the place that a text belongs to is left, it is silent. */
export function useSilentAfter(text: string): void {
  useEffect(
    () => () => {
      if (hearing.state.getState().text === text) hearing.stop();
    },
    [text],
  );
}

/** Only the sign that says a text, where there is little room. */
export function HearSign({ text, label }: Props) {
  const { on, press } = useHear(text);
  if (text.trim() === '') return null;
  return (
    <Press flat aria-label={`${on ? 'Stop' : 'Hear'} ${label}`} onPress={press} style={[styles.small, on && styles.on]}>
      <LineIcon name={on ? 'stop' : 'louder'} size={22} />
    </Press>
  );
}

/** Why a text could not be heard. */
export function HearTrouble({ text }: { text: string }) {
  const why = useStore(hearing.state, ({ trouble }) => (trouble?.text === text ? trouble.why : null));
  return why && <Notice>{why}</Notice>;
}

const styles = StyleSheet.create({
  small: {
    width: TARGET.learner,
    height: TARGET.learner,
    alignItems: 'center',
    justifyContent: 'center',
    borderColor: 'transparent',
    backgroundColor: 'transparent',
  },
  on: { backgroundColor: colours.ochre },
});
