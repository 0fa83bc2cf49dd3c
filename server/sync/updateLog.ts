import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import * as Y from 'yjs';
import type { Compute } from '../compute/compute';
import type { DocumentKind, DocumentRef } from './documentName';

/** Where each kind of document keeps its updates, and which rows of its owner still take any. */
export const TABLES: Record<DocumentKind, { updates: string; key: string; owner: string; open: string }> = {
  piece: { updates: 'piece_updates', key: 'piece_id', owner: 'pieces', open: 'NOT frozen' },
  marks: {
    updates: 'mark_updates',
    key: 'review_id',
    owner: 'reviews',
    // A go that was taken back is nobody's to mark.
    open: `released_at IS NULL AND NOT EXISTS (
      SELECT 1 FROM submissions WHERE submissions.id = submission_id AND withdrawn_at IS NOT NULL)`,
  },
  partner: {
    updates: 'peer_mark_updates',
    key: 'peer_review_id',
    owner: 'peer_reviews',
    open: `given_at IS NULL AND EXISTS (
      SELECT 1 FROM submissions WHERE submissions.id = submission_id AND withdrawn_at IS NULL)`,
  },
  // Where it is closed to learners, their teacher still tidies it.
  shared: { updates: 'shared_updates', key: 'shared_sheet_id', owner: 'shared_sheets', open: 'true' },
};

/** The updates of a document, oldest first, and the id of the newest. */
export interface KeptUpdates {
  updates: Uint8Array[];
  through: string;
}

/** From this many rows on, a document's updates are merged into one. */
const COMPACT_FROM = 64;

/**
 * The append-only log of a document's updates. What `append` has returned for is on disk; an update is
 * acknowledged to a client only after that, so "saved at school" is never said too early.
 */
export class UpdateLog {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly compute: Compute,
  ) {}

  /**
   * Adds an update, unless the document is frozen. The owner's row is locked for the moment, so that an
   * update and the freezing of a go come strictly one after the other.
   *
   * @returns whether it was taken
   */
  async append(ref: DocumentRef, data: Uint8Array, transaction?: Transaction): Promise<boolean> {
    const { updates, key, owner, open } = TABLES[ref.kind];
    const rows = await this.sequelize.query<{ id: string }>(
      `WITH owner AS (SELECT id FROM ${owner} WHERE id = :id AND ${open} FOR SHARE)
       INSERT INTO ${updates} (${key}, data) SELECT id, :data FROM owner RETURNING id`,
      { replacements: { id: ref.id, data: Buffer.from(data) }, type: QueryTypes.SELECT, transaction },
    );
    return rows.length > 0;
  }

  /** All updates, oldest first, and the id of the newest; null if there are none. */
  async updates(ref: DocumentRef, transaction?: Transaction): Promise<KeptUpdates | null> {
    const { updates, key } = TABLES[ref.kind];
    const rows = await this.sequelize.query<{ id: string; data: Buffer }>(
      `SELECT id, data FROM ${updates} WHERE ${key} = :id ORDER BY id`,
      { replacements: { id: ref.id }, type: QueryTypes.SELECT, transaction },
    );
    if (rows.length === 0) return null;
    return { updates: rows.map(({ data }) => new Uint8Array(data)), through: rows.at(-1)!.id };
  }

  /**
   * The updates of several documents.
   * @param mostBytes of all that is read; documents that would be too much are left out, the largest first
   * @returns by id; one that holds nothing yet has no updates
   */
  async updatesOf(kind: DocumentKind, ids: readonly string[], mostBytes: number): Promise<Map<string, KeptUpdates>> {
    const { updates, key } = TABLES[kind];
    const rows = await this.sequelize.query<{ owner: string; id: string; data: Buffer }>(
      `WITH sized AS (
         SELECT ${key} AS owner, sum(octet_length(data)) AS bytes FROM ${updates} WHERE ${key} = ANY(:ids::uuid[])
         GROUP BY 1),
       small AS (SELECT owner, sum(bytes) OVER (ORDER BY bytes, owner) AS so_far FROM sized)
       SELECT u.${key} AS owner, u.id, u.data FROM ${updates} u JOIN small ON small.owner = u.${key}
       WHERE so_far <= :mostBytes ORDER BY u.id`,
      { replacements: { ids: `{${ids.join(',')}}`, mostBytes }, type: QueryTypes.SELECT },
    );
    const found = new Map<string, KeptUpdates>();
    for (const { owner, id, data } of rows) {
      const before = found.get(owner)?.updates ?? [];
      before.push(new Uint8Array(data));
      found.set(owner, { updates: before, through: id });
    }
    return found;
  }

  /** Ids of the newest updates of several documents; those that hold none are left out. */
  async through(kind: DocumentKind, ids: readonly string[]): Promise<Map<string, string>> {
    const { updates, key } = TABLES[kind];
    const rows = await this.sequelize.query<{ owner: string; through: string }>(
      `SELECT ${key} AS owner, max(id) AS through FROM ${updates} WHERE ${key} = ANY(:ids::uuid[]) GROUP BY 1`,
      { replacements: { ids: `{${ids.join(',')}}` }, type: QueryTypes.SELECT },
    );
    return new Map(rows.map(({ owner, through }) => [owner, through]));
  }

  /** Makes single updates of pieces the documents of goes, within the database: a document does not travel twice. */
  async copyToGoes(copies: readonly { id: string; update: string }[], transaction: Transaction): Promise<void> {
    if (copies.length === 0) return;
    await this.sequelize.query(
      `UPDATE submissions s SET document = u.data
       FROM unnest(:ids::uuid[], :updates::bigint[]) AS copied (id, update) JOIN piece_updates u ON u.id = copied.update
       WHERE s.id = copied.id`,
      {
        replacements: {
          ids: `{${copies.map(({ id }) => id).join(',')}}`,
          updates: `{${copies.map(({ update }) => update).join(',')}}`,
        },
        transaction,
      },
    );
  }

  /** All updates merged into one, and the id of the newest; null if there are none. */
  async read(ref: DocumentRef, transaction?: Transaction): Promise<{ update: Uint8Array; through: string } | null> {
    const kept = await this.updates(ref, transaction);
    return kept && { update: Y.mergeUpdates(kept.updates), through: kept.through };
  }

  /** The document as the log holds it now. */
  async document(ref: DocumentRef, transaction?: Transaction): Promise<Y.Doc> {
    const doc = new Y.Doc();
    const read = await this.read(ref, transaction);
    if (read) Y.applyUpdate(doc, read.update);
    return doc;
  }

  /** Merges a long log into one row. Only rows that were read are replaced; what comes meanwhile stays. */
  async compact(ref: DocumentRef): Promise<void> {
    const { updates, key } = TABLES[ref.kind];
    await this.sequelize.transaction(async (transaction) => {
      const rows = await this.sequelize.query<{ id: string; data: Buffer; created_at: Date }>(
        `SELECT id, data, created_at FROM ${updates} WHERE ${key} = :id ORDER BY id FOR UPDATE`,
        { replacements: { id: ref.id }, type: QueryTypes.SELECT, transaction },
      );
      if (rows.length < COMPACT_FROM) return;
      const last = rows.at(-1)!;
      const merged = await this.compute.run(
        'merge',
        rows.map(({ data }) => new Uint8Array(data)),
      );
      await this.sequelize.query(`DELETE FROM ${updates} WHERE id IN (:ids)`, {
        replacements: { ids: rows.slice(0, -1).map((row) => row.id) },
        transaction,
      });
      // The newest row's id and time are kept: they say how far the progress was measured, and when work was last done.
      await this.sequelize.query(`UPDATE ${updates} SET data = :data WHERE id = :id`, {
        replacements: { data: Buffer.from(merged), id: last.id },
        transaction,
      });
    });
  }
}
