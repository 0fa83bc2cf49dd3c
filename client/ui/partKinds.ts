import type { PartKind } from '@lippet/core/parts/part';
import type { LineName } from './LineIcon';

/** What each kind of part is called, and its icon. */
export const KIND_WORDS: Record<PartKind, { word: string; icon: LineName }> = {
  page: { word: 'Page', icon: 'pen' },
  photo: { word: 'Photo', icon: 'camera' },
  sound: { word: 'Sound', icon: 'voice' },
  film: { word: 'Film', icon: 'film' },
  words: { word: 'Words', icon: 'words' },
  tick: { word: 'Tick', icon: 'tick' },
};
