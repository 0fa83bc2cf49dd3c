/** Those at home. */
import { type CreationOptional, type Sequelize } from 'sequelize';
import { COMMON, Row, id, integer, maybeTime, maybeUuid, text, time, uuid } from './columns';

/** By its code a family joins, and sees one child. Ended, it shows nothing any more. */
export class FamilyCard extends Row<FamilyCard> {
  declare id: string;
  declare childId: string;
  /** The group whose teachers made it, and who are talked to. */
  declare groupId: string;
  declare code: string;
  /** So many people may join by it. */
  declare most: number;
  declare madeAt: Date;
  declare endedAt: CreationOptional<Date | null>;
}

/** Somebody who has joined by a card. */
export class FamilyTie extends Row<FamilyTie> {
  declare personId: string;
  declare cardId: string;
  declare joinedAt: Date;
  /** When they looked last. */
  declare lookedAt: CreationOptional<Date | null>;
}

/** Somebody at home has seen what came back of a go. */
export class FamilySeen extends Row<FamilySeen> {
  declare personId: string;
  declare submissionId: string;
  declare at: Date;
}

export class FamilyMessage extends Row<FamilyMessage> {
  declare id: string;
  declare cardId: string;
  declare authorId: string;
  declare words: string;
  declare mediaId: CreationOptional<string | null>;
  declare at: Date;
}

export function defineFamily(sequelize: Sequelize): void {
  const common = { ...COMMON, sequelize } as const;
  FamilyCard.init(
    {
      id: id(),
      childId: uuid(),
      groupId: uuid(),
      code: text(),
      most: integer(),
      madeAt: time(),
      endedAt: maybeTime(),
    },
    { ...common, tableName: 'family_cards' },
  );
  FamilyTie.init(
    {
      personId: { ...uuid(), primaryKey: true },
      cardId: { ...uuid(), primaryKey: true },
      joinedAt: time(),
      lookedAt: maybeTime(),
    },
    { ...common, tableName: 'family_ties' },
  );
  FamilySeen.init(
    { personId: { ...uuid(), primaryKey: true }, submissionId: { ...uuid(), primaryKey: true }, at: time() },
    { ...common, tableName: 'family_seen' },
  );
  FamilyMessage.init(
    { id: id(), cardId: uuid(), authorId: uuid(), words: text(), mediaId: maybeUuid(), at: time() },
    { ...common, tableName: 'family_messages' },
  );
}
