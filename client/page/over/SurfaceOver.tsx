import { StyleSheet, View } from 'react-native';
import { useStore } from 'zustand';
import { Notice } from '../../ui/Notice';
import type { Surface } from '../surface/surface';
import { ChosenFrame } from './ChosenFrame';
import { FormFields } from './FormFields';
import { HandSign } from './HandSign';
import { PenOnly } from './PenOnly';
import { Pins } from './Pins';
import { PutCopies } from './PutCopies';
import { Spots } from './Spots';
import { useCloseToWords } from './useCloseToWords';
import { WordsEditor } from './WordsEditor';

/** Nobody should take a sheet for blank, or answer below what they can't read. */
const MISSING = 'What is printed on this page has not come yet. It is asked for again by itself.';

/** The controls that lie over the sheet: spots, pins, the frame around what is chosen, the words being written. */
export function SurfaceOver({ surface, editable }: { surface: Surface; editable: boolean }) {
  const writing = useStore(surface.state, (state) => state.writing);
  useCloseToWords(surface, editable ? writing : null);
  const trouble = useStore(surface.state, (state) => state.trouble);
  const groundMissing = useStore(surface.state, (state) => state.groundMissing);
  return (
    <View style={styles.over}>
      {surface.page.background.kind === 'pdf' && <FormFields surface={surface} editable={editable} />}
      <Spots surface={surface} editable={editable} />
      <Pins surface={surface} editable={editable} />
      {editable && <ChosenFrame surface={surface} />}
      {editable && <PutCopies surface={surface} />}
      {editable && writing && <WordsEditor key={writing.id} surface={surface} writing={writing} />}
      {editable && <HandSign surface={surface} />}
      {editable && <PenOnly surface={surface} />}
      {(trouble || groundMissing) && (
        <View style={styles.trouble}>
          <Notice>{trouble ?? MISSING}</Notice>
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  over: { ...StyleSheet.absoluteFill, pointerEvents: 'box-none', overflow: 'hidden' },
  trouble: { position: 'absolute', left: 12, right: 12, bottom: 12, alignItems: 'center' },
});
