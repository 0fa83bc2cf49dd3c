import type { AnswerProps } from './partKind';
import { TakesPanel } from './TakesPanel';

/** A part that is answered with a recording. */
export function TakesAnswer({ part, takes, takeActions, onRecord, onTakeFile }: AnswerProps<'sound' | 'film'>) {
  return <TakesPanel part={part} takes={takes} actions={takeActions} onRecord={onRecord} onFile={onTakeFile} />;
}
