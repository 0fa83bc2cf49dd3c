/** Pictures on a sheet that several fill together. */
import type * as Y from 'yjs';
import { readItem } from '../item';
import { layerOfPerson, readLayerName } from './sharedLayers';

/** A picture by the id of its file, and who put it on a sheet. */
export interface LaidPicture {
  media: string;
  person: string;
}

/** The pictures on the pages of a shared sheet, and who put them there, each pair once. */
export function laidPictures(doc: Y.Doc): LaidPicture[] {
  const found = new Map<string, LaidPicture>();
  for (const name of doc.share.keys()) {
    const layer = readLayerName(name);
    if (!layer) continue;
    layerOfPerson(doc, layer).forEach((map, id) => {
      const item = readItem(id, map);
      if (item?.kind !== 'picture') return;
      const { media } = item;
      found.set(`${media} ${layer.person}`, { media, person: layer.person });
    });
  }
  return [...found.values()];
}
