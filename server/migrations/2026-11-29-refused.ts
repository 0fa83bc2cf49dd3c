import type { Sequelize, Transaction } from 'sequelize';

/** Files of pieces that school would not take, and why: a piece that names one is not kept from being sent by it. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `CREATE TABLE refused_media (
       id uuid PRIMARY KEY,
       piece_id uuid NOT NULL REFERENCES pieces,
       why text NOT NULL,
       at timestamptz NOT NULL DEFAULT now()
     );
     CREATE INDEX refused_media_piece ON refused_media (piece_id);`,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('DROP TABLE refused_media', { transaction });
}
