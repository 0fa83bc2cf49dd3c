const NAME = /^(piece|marks):([0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12})$/;

export type DocumentKind = 'piece' | 'marks';

export interface DocumentRef {
  kind: DocumentKind;
  id: string;
}

/** Reads `piece:<uuid>` or `marks:<uuid>`; null for anything else. */
export function parseDocumentName(name: string): DocumentRef | null {
  const match = NAME.exec(name);
  return match ? { kind: match[1] as DocumentKind, id: match[2]! } : null;
}

export const documentName = ({ kind, id }: DocumentRef): string => `${kind}:${id}`;
