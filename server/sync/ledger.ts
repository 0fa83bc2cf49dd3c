import type { Doc } from 'yjs';

interface Account {
  owner: string;
  /** Bytes that the document has. */
  held: number;
}

/** How much open documents hold, and how much their owners may still add to all that they have. */
export class Ledger {
  private readonly accounts = new WeakMap<Doc, Account>();
  /** By owner: what is left, as it was when one of their documents was opened last, less what came since. */
  private readonly left = new Map<string, number>();

  open(document: Doc, held: number, { owner, left }: { owner: string; left: number }): void {
    this.accounts.set(document, { owner, held });
    this.left.set(owner, left);
  }

  heldBy(document: Doc): number {
    return this.accounts.get(document)?.held ?? 0;
  }

  hasRoom(document: Doc, bytes: number): boolean {
    const account = this.accounts.get(document);
    return account === undefined || (this.left.get(account.owner) ?? 0) >= bytes;
  }

  add(document: Doc, bytes: number): void {
    const account = this.accounts.get(document);
    if (!account) return;
    account.held += bytes;
    this.left.set(account.owner, (this.left.get(account.owner) ?? 0) - bytes);
  }
}
