import type { PartProgress, PartView } from '@lippet/core/parts/part';
import { timeWords } from '@lippet/core/recording/moments';
import { spansLength } from '@lippet/core/recording/spans';
import type { Take } from '@lippet/core/recording/take';
import { counted } from './counted';
import { partUi } from './registry';

function takeWords({ sort, spans }: Take, { drawnPages }: PartProgress): string {
  const recorded = `${sort === 'film' ? 'A film' : 'A recording'}, ${timeWords(spansLength(spans))}`;
  return drawnPages > 0 ? `${recorded} and ${counted(drawnPages, 'page')}` : recorded;
}

const photoWords = (photos: number): string => (photos === 1 ? '1 photo of paper' : `${photos} photos of paper`);

/** What a part holds, as it is said before sending. `take`: the recording that goes, if there is one. */
export function partWords(part: PartView, progress: PartProgress, complete: boolean, take: Take | null): string {
  if (take) return takeWords(take, progress);
  if (progress.photos > 0) return photoWords(progress.photos);
  const { madeLine, nothingYet } = partUi(part.kind);
  return madeLine(part, progress, complete) ?? (part.required ? nothingYet : 'Left empty, that is fine');
}
