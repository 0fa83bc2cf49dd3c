import pg from 'pg';
import { Sequelize } from 'sequelize';
import { defineTables } from './tables';
import { transactionContext } from './transactionContext';

/**
 * A connection that may break off at any moment without taking the server with it: Sequelize listens for that only once
 * it is connected, and a database that goes down just then would be an error that nobody hears. Who waits for an answer
 * gets the error all the same.
 */
class SteadyClient extends pg.Client {
  constructor(config?: string | pg.ClientConfig) {
    super(config);
    this.on('error', () => undefined);
  }
}

/** Connections that the server keeps at most. */
const MOST_CONNECTIONS = 16;

Sequelize.useCLS(transactionContext);

/** Opens the connection pool and ties the models to it. */
export function openDatabase(url: string, { connections = MOST_CONNECTIONS } = {}): Sequelize {
  const sequelize = new Sequelize(url, {
    dialect: 'postgres',
    dialectModule: { ...pg, Client: SteadyClient },
    logging: false,
    // Statements are compiled for those that go through millions of rows; here that took longer than any of them.
    dialectOptions: { options: '-c jit=off' },
    pool: { max: connections, acquire: 20_000 },
    define: { underscored: true },
  });
  defineTables(sequelize);
  return sequelize;
}
