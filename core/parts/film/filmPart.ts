import { definePart } from '../partKind';
import { readRecordingSettings, recordingRules, type RecordingSettings } from '../recordingSettings';

/** A film, or a voice alone where the teacher lets it. */
export const filmPart = definePart({
  sign: 'M14 26h72v48H14ZM14 38h72M14 62h72M42 44l18 6-18 6Z',
  newSettings: (): RecordingSettings => ({}),
  readSettings: readRecordingSettings,
  view: (settings) => ({ recording: recordingRules('film', settings) }),
});
