const NAME = /^(piece|marks|partner|shared):([0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12})$/;

/** A piece; a teacher's marks on a go, by their review; a partner's, by theirs; or a sheet that is filled together. */
export type DocumentKind = 'piece' | 'marks' | 'partner' | 'shared';

export interface DocumentRef {
  kind: DocumentKind;
  id: string;
}

/** Reads `piece:<uuid>`, `marks:<uuid>`, `partner:<uuid>` or `shared:<uuid>`; null for anything else. */
export function parseDocumentName(name: string): DocumentRef | null {
  const match = NAME.exec(name);
  return match ? { kind: match[1] as DocumentKind, id: match[2]! } : null;
}

export const documentName = ({ kind, id }: DocumentRef): string => `${kind}:${id}`;
