import { definePart } from '../partKind';
import { readRecordingSettings, recordingRules, type RecordingSettings } from '../recordingSettings';

/** A voice, or what is heard. */
export const soundPart = definePart({
  sign: 'M12 50h8M26 40v20M38 26v48M50 34v32M62 20v60M74 38v24M82 50h8',
  newSettings: (): RecordingSettings => ({}),
  readSettings: readRecordingSettings,
  view: (settings) => ({ recording: recordingRules('sound', settings) }),
});
