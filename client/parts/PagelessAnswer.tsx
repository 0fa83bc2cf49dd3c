import type { AnswerProps } from './partKind';
import { PhotoStart } from './PhotoStart';
import { TakesPanel } from './TakesPanel';

/** A part that is answered on pages, and has none yet: a photo begins it, or it was answered by voice. */
export function PagelessAnswer({
  part,
  editable,
  takes,
  takeActions,
  onRecord,
  onTakeFile,
  onCamera,
  onPhotoFiles,
}: AnswerProps<'page' | 'photo'>) {
  if (takes.length === 0) return <PhotoStart editable={editable} onCamera={onCamera} onFiles={onPhotoFiles} />;
  return <TakesPanel part={part} takes={takes} actions={takeActions} onRecord={onRecord} onFile={onTakeFile} />;
}
