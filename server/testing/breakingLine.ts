import { Client } from 'pg';
import type { Sequelize } from 'sequelize';
import type { TestDatabase } from './testDatabase';

/** What a query ends with once the line is broken. */
class LineBrokenError extends Error {
  override name = 'LineBrokenError';
}

/** So many queries at once use every connection of the pool. */
const ALL_CONNECTIONS = 16;

/**
 * The line to the database, which can be told to break off just before a query: from there on nothing of what is under
 * way comes through, as if the process had died there. The database undoes what was not committed.
 */
export class BreakingLine {
  private asked = 0;
  private breaksAt = Infinity;
  private broken = false;

  private constructor(
    private readonly sequelize: Sequelize,
    private readonly database: TestDatabase,
    private readonly admin: Client,
  ) {
    const query = sequelize.query.bind(sequelize) as (...args: unknown[]) => Promise<unknown>;
    const counted = async (...args: unknown[]): Promise<unknown> => {
      if (!this.broken && this.asked++ === this.breaksAt) await this.breakOff();
      if (this.broken) throw new LineBrokenError('The line to the database is broken.');
      return query(...args);
    };
    sequelize.query = counted as typeof sequelize.query;
  }

  /** @param clusterUrl of another database: the one that breaks off every line to this one */
  static async to(sequelize: Sequelize, database: TestDatabase, clusterUrl: string): Promise<BreakingLine> {
    const admin = new Client({ connectionString: clusterUrl });
    await admin.connect();
    return new BreakingLine(sequelize, database, admin);
  }

  /**
   * Does something, and breaks off before the query of this number, the first being 0.
   *
   * @returns what came of it; null where the line broke before it was done
   */
  async during<T>(work: () => Promise<T>, breaksAt = Infinity): Promise<{ done: T | null; queries: number }> {
    [this.asked, this.breaksAt] = [0, breaksAt];
    try {
      const done = await work();
      return { done: this.broken ? null : done, queries: this.asked };
    } finally {
      [this.breaksAt, this.broken] = [Infinity, false];
      await this.comeBack();
    }
  }

  async close(): Promise<void> {
    await this.admin.end();
  }

  private async breakOff(): Promise<void> {
    this.broken = true;
    await this.admin.query('SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = $1', [
      this.database.name,
    ]);
  }

  /** Until every connection of the pool is a new one. */
  private async comeBack(): Promise<void> {
    for (;;) {
      const tries = Array.from({ length: ALL_CONNECTIONS }, () => this.sequelize.query('SELECT 1'));
      if ((await Promise.allSettled(tries)).every(({ status }) => status === 'fulfilled')) return;
    }
  }
}
