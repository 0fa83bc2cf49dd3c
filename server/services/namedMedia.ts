import { isId } from '@lippet/core/contract/plan';
import { Media } from '../models/tables';

/** A file that a document names. Documents are written on devices: what is no id of ours names nothing. */
export const namedMedia = async (id: string): Promise<Media | null> => (isId(id) ? Media.findByPk(id) : null);
