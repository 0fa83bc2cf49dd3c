import { flagOf, textOf, wholeOf, withoutUndefined, type Raw } from '../contract/readRaw';
import { DEFINITION_LIMITS } from '../contract/definitionLimits';
import type { TakeSort } from '../recording/take';
import { BY_VOICE, type AnySettings, type RecordingRules } from './partKind';

/** Settings of the kinds that are answered with a recording. */
export interface RecordingSettings extends AnySettings {
  /** Its longest, in seconds. */
  seconds?: number;
  /** How the teacher began its title. */
  titleStart?: string;
  /** False where a film must be a film: a voice alone is no answer. */
  soundOnly?: boolean;
  /** False where the learner may keep no copy of it. */
  keepCopy?: boolean;
}

/** Shortest and longest that may be asked for, in seconds. */
const LENGTH = { least: 5, most: 900 };

export const readRecordingSettings = (raw: Raw): RecordingSettings =>
  withoutUndefined({
    onPaper: flagOf(raw.onPaper),
    soundOnly: flagOf(raw.soundOnly),
    keepCopy: flagOf(raw.keepCopy),
    seconds: wholeOf(raw.seconds, LENGTH.least, LENGTH.most),
    titleStart: textOf(raw.titleStart, DEFINITION_LIMITS.title) || undefined,
  });

/** How it is recorded, by its settings. */
export const recordingRules = (sort: TakeSort, settings: RecordingSettings): RecordingRules => ({
  sort,
  seconds: settings.seconds ?? BY_VOICE.seconds,
  titleStart: settings.titleStart ?? null,
  soundOnly: settings.soundOnly !== false,
  keepCopy: settings.keepCopy !== false,
});
