import { QueryTypes, type Sequelize } from 'sequelize';
import type { DocumentKind, DocumentRef } from './documentName';
import { Gatherer, type Gathered } from './gatherer';
import { TABLES, type UpdateLog } from './updateLog';

/** So many updates, and bytes of them, are written with one statement at most. */
const MOST_UPDATES = 500;
const MOST_BYTES = 8 * 1024 * 1024;

interface Written {
  ref: DocumentRef;
  data: Uint8Array;
}

type Batch = readonly Gathered<Written, boolean>[];

/**
 * Writes updates to the log as they come from devices. What comes while a statement is under way goes together with the
 * next one: three hundred pens at once are some hundred statements a second, and one pen alone waits for nobody.
 */
export class UpdateWriter {
  private readonly queues = new Map<DocumentKind, Gatherer<Written, boolean>>();

  constructor(
    private readonly sequelize: Sequelize,
    private readonly log: UpdateLog,
  ) {}

  /** Adds an update, unless the document is frozen. @returns whether it was taken */
  append(ref: DocumentRef, data: Uint8Array): Promise<boolean> {
    return this.queueOf(ref.kind).ask({ ref, data });
  }

  private queueOf(kind: DocumentKind): Gatherer<Written, boolean> {
    const limits = { most: MOST_UPDATES, mostBytes: MOST_BYTES, bytesOf: ({ data }: Written) => data.length };
    const found = this.queues.get(kind) ?? new Gatherer((batch: Batch) => this.write(kind, batch), limits);
    this.queues.set(kind, found);
    return found;
  }

  private async write(kind: DocumentKind, batch: Batch): Promise<void> {
    const written = await this.writeTogether(kind, batch);
    for (const { asked, answer, fail } of batch) {
      if (written.has(asked.ref.id)) answer(true);
      // Its owner's row is locked just now, as while it is sent, or it takes nothing: it waits by itself, and nobody for it.
      else this.log.append(asked.ref, asked.data).then(answer, fail);
    }
  }

  /** @returns ids of the documents whose updates were taken; those that somebody has locked are passed over */
  private async writeTogether(kind: DocumentKind, batch: Batch): Promise<Set<string>> {
    const { updates, key, owner, open } = TABLES[kind];
    const rows = await this.sequelize.query<{ owner: string }>(
      `WITH wanted AS (SELECT * FROM unnest($1::uuid[], $2::bytea[]) WITH ORDINALITY AS w(id, data, n)),
            owner AS (SELECT id FROM ${owner} WHERE id IN (SELECT id FROM wanted) AND ${open} FOR SHARE SKIP LOCKED)
       INSERT INTO ${updates} (${key}, data) SELECT id, data FROM wanted JOIN owner USING (id) ORDER BY n
       RETURNING ${key} AS owner`,
      {
        bind: [batch.map(({ asked }) => asked.ref.id), batch.map(({ asked }) => Buffer.from(asked.data))],
        type: QueryTypes.SELECT,
      },
    );
    return new Set(rows.map((row) => row.owner));
  }
}
