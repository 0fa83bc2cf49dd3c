import { TickBox } from '../../ui/TickBox';
import type { ClientPart } from '../partKind';
import { PreviewSign } from '../PreviewSign';
import { RecordingFields } from '../RecordingFields';
import { begunTitle, upTo } from '../recordingLines';
import { TakesAnswer } from '../TakesAnswer';

/** A film, or a voice alone where the teacher lets it. */
export const filmPart: ClientPart<'film'> = {
  word: 'Film',
  icon: 'film',
  about: 'A short film',
  newTitle: 'My film',
  verb: 'Film',
  answeredOn: 'takes',
  pagesAre: 'sheets',
  nothingYet: 'Nothing recorded yet',
  settingsLine: upTo,
  madeLine: () => null,
  Answer: TakesAnswer,
  Fields: ({ settings, onSettings }) => (
    <RecordingFields settings={settings} onSettings={onSettings}>
      <TickBox
        word="Only sound is fine too"
        on={settings.soundOnly !== false}
        onChange={(on) => onSettings({ soundOnly: on ? undefined : false })}
      />
    </RecordingFields>
  ),
  Preview: ({ settings, wide }) => (
    <PreviewSign icon="film" words={`Film it, ${upTo(settings)}`} wide={wide} below={begunTitle(settings)} />
  ),
};
