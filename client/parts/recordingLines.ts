import { BY_VOICE } from '@lippet/core/parts/partKind';
import type { RecordingSettings } from '@lippet/core/parts/recordingSettings';
import { lengthWords } from '@lippet/core/recording/moments';

/** How long a recording may be: "up to 2 minutes". */
export const upTo = ({ seconds = BY_VOICE.seconds }: RecordingSettings): string => `up to ${lengthWords(seconds)}`;

/** How its title is begun; null where it is not. */
export const begunTitle = ({ titleStart }: RecordingSettings): string | null => (titleStart ? `${titleStart} …` : null);
