import { Sequelize } from 'sequelize';
import { defineTables } from './tables';

/** Opens the connection pool and ties the models to it. */
export function openDatabase(url: string): Sequelize {
  const sequelize = new Sequelize(url, {
    dialect: 'postgres',
    logging: false,
    pool: { max: 16, acquire: 20_000 },
    define: { underscored: true },
  });
  defineTables(sequelize);
  return sequelize;
}
