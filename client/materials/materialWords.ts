import type { MaterialKind } from '@lippet/core/contract/activityDefinition';
import type { LineName } from '../ui/LineIcon';

/** What each kind of material is called, and its icon. */
export const MATERIAL_WORDS: Record<MaterialKind, { word: string; icon: LineName }> = {
  text: { word: 'Text', icon: 'words' },
  link: { word: 'Link', icon: 'link' },
  picture: { word: 'Picture', icon: 'picture' },
  pdf: { word: 'PDF', icon: 'pages' },
  sound: { word: 'Sound', icon: 'voice' },
  film: { word: 'Film', icon: 'film' },
  file: { word: 'File', icon: 'out' },
};
