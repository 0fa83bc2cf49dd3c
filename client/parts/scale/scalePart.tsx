import { answerOf } from '@lippet/core/parts/part';
import { scaleOf, STEPS } from '@lippet/core/parts/scale/scaleAnswer';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type { ClientPart, PreviewProps, SmallProps } from '../partKind';
import { ScaleBeside } from './ScaleBeside';
import { ScaleFields } from './ScaleFields';
import { ScalePanel } from './ScalePanel';
import { ScaleSent } from './ScaleSent';
import { ScaleSmall } from './ScaleSmall';
import { ScaleSpread } from './ScaleSpread';
import { TidePole } from './TidePole';

/** Height of one step, in CSS pixels. */
const PREVIEW_RISE = 44;
const EXCERPT_RISE = 18;

function ScalePreview({ settings }: PreviewProps<'scale'>) {
  return (
    <View style={styles.preview}>
      <Text variant="titleMedium">{settings.statement || '…'}</Text>
      <TidePole step={null} rise={PREVIEW_RISE} labelled />
    </View>
  );
}

/** In its row before sending, which says the step itself. */
function ScaleExcerpt({ part, doc }: SmallProps<'scale'>) {
  const { step, words } = scaleOf(doc, part.id);
  return (
    <>
      <TidePole step={step} rise={EXCERPT_RISE} />
      {words !== '' && <Text variant="bodyLarge">{words}</Text>}
    </>
  );
}

/** How far a statement holds, before or after a lesson. */
export const scalePart: ClientPart<'scale'> = {
  word: 'Scale',
  icon: 'tide',
  about: 'How far something is so, on a tide pole',
  newTitle: 'How far?',
  verb: 'Set',
  answeredOn: 'panel',
  pagesAre: 'sheets',
  nothingYet: 'Not set yet',
  settingsLine: ({ statement }) => statement,
  madeLine(_part, progress) {
    const step = answerOf('scale', progress)?.step ?? null;
    return step === null ? null : STEPS[step - 1]!;
  },
  Answer: ScalePanel,
  Fields: ScaleFields,
  Preview: ScalePreview,
  Excerpt: ScaleExcerpt,
  Sent: ScaleSent,
  Small: ScaleSmall,
  Beside: ScaleBeside,
  Spread: ScaleSpread,
};

const styles = StyleSheet.create({ preview: { padding: 12, gap: 10 } });
