import type { ClientPart } from '../partKind';
import { PreviewSign } from '../PreviewSign';
import { RecordingFields } from '../RecordingFields';
import { begunTitle, upTo } from '../recordingLines';
import { TakesAnswer } from '../TakesAnswer';

/** A voice, or what is heard. */
export const soundPart: ClientPart<'sound'> = {
  word: 'Sound',
  icon: 'voice',
  about: 'A voice, or what is heard',
  newTitle: 'My recording',
  verb: 'Record',
  answeredOn: 'takes',
  pagesAre: 'sheets',
  nothingYet: 'Nothing recorded yet',
  settingsLine: upTo,
  madeLine: () => null,
  Answer: TakesAnswer,
  Fields: ({ settings, onSettings }) => <RecordingFields settings={settings} onSettings={onSettings} />,
  Preview: ({ settings, wide }) => (
    <PreviewSign icon="voice" words={`Record it, ${upTo(settings)}`} wide={wide} below={begunTitle(settings)} />
  ),
};
