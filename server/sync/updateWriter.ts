import { QueryTypes, type Sequelize } from 'sequelize';
import type { DocumentKind, DocumentRef } from './documentName';
import { TABLES, type UpdateLog } from './updateLog';

/** So many updates, and bytes of them, are written with one statement at most. */
const MOST_UPDATES = 500;
const MOST_BYTES = 8 * 1024 * 1024;

interface Waiting {
  ref: DocumentRef;
  data: Uint8Array;
  taken: (taken: boolean) => void;
  failed: (error: unknown) => void;
}

/** The updates of one kind of document, in the order they came. */
class Queue {
  private readonly waiting: Waiting[] = [];
  private writing = false;

  constructor(private readonly write: (batch: readonly Waiting[]) => Promise<void>) {}

  add(update: Waiting): void {
    this.waiting.push(update);
    if (!this.writing) void this.work();
  }

  private async work(): Promise<void> {
    this.writing = true;
    while (this.waiting.length > 0) {
      const batch = this.nextBatch();
      try {
        await this.write(batch);
      } catch (error) {
        for (const { failed } of batch) failed(error);
      }
    }
    this.writing = false;
  }

  private nextBatch(): Waiting[] {
    let bytes = 0;
    let count = 0;
    while (count < this.waiting.length && count < MOST_UPDATES) {
      bytes += this.waiting[count]!.data.length;
      if (count > 0 && bytes > MOST_BYTES) break;
      count += 1;
    }
    return this.waiting.splice(0, count);
  }
}

/**
 * Writes updates to the log as they come from devices. What comes while a statement is under way goes together with the
 * next one: three hundred pens at once are some hundred statements a second, and one pen alone waits for nobody.
 */
export class UpdateWriter {
  private readonly queues = new Map<DocumentKind, Queue>();

  constructor(
    private readonly sequelize: Sequelize,
    private readonly log: UpdateLog,
  ) {}

  /** Adds an update, unless the document is frozen. @returns whether it was taken */
  append(ref: DocumentRef, data: Uint8Array): Promise<boolean> {
    return new Promise((taken, failed) => this.queueOf(ref.kind).add({ ref, data, taken, failed }));
  }

  private queueOf(kind: DocumentKind): Queue {
    const found = this.queues.get(kind) ?? new Queue((batch) => this.write(kind, batch));
    this.queues.set(kind, found);
    return found;
  }

  private async write(kind: DocumentKind, batch: readonly Waiting[]): Promise<void> {
    const written = await this.writeTogether(kind, batch);
    for (const { ref, data, taken, failed } of batch) {
      if (written.has(ref.id)) taken(true);
      // Its owner's row is locked just now, as while it is sent, or it takes nothing: it waits by itself, and nobody for it.
      else this.log.append(ref, data).then(taken, failed);
    }
  }

  /** @returns ids of the documents whose updates were taken; those that somebody has locked are passed over */
  private async writeTogether(kind: DocumentKind, batch: readonly Waiting[]): Promise<Set<string>> {
    const { updates, key, owner, open } = TABLES[kind];
    const rows = await this.sequelize.query<{ owner: string }>(
      `WITH wanted AS (SELECT * FROM unnest($1::uuid[], $2::bytea[]) WITH ORDINALITY AS w(id, data, n)),
            owner AS (SELECT id FROM ${owner} WHERE id IN (SELECT id FROM wanted) AND ${open} FOR SHARE SKIP LOCKED)
       INSERT INTO ${updates} (${key}, data) SELECT id, data FROM wanted JOIN owner USING (id) ORDER BY n
       RETURNING ${key} AS owner`,
      {
        bind: [batch.map(({ ref }) => ref.id), batch.map(({ data }) => Buffer.from(data))],
        type: QueryTypes.SELECT,
      },
    );
    return new Set(rows.map((row) => row.owner));
  }
}
