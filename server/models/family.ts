/** Those at home. */
import { type CreationOptional, type Sequelize } from 'sequelize';
import { COMMON, Row, id, integer, maybeText, maybeTime, maybeUuid, text, time, uuid } from './columns';

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

/** A letter with a number, by which somebody at home signs in, or joins by a card. */
export class SignInLetter extends Row<SignInLetter> {
  declare id: string;
  declare address: string;
  /** The card that is joined by; null for signing in. */
  declare cardId: CreationOptional<string | null>;
  /** What whoever joins is called. */
  declare name: CreationOptional<string | null>;
  /** Null until the letter has gone. */
  declare numberHash: CreationOptional<string | null>;
  declare expiresAt: Date;
  declare usedAt: CreationOptional<Date | null>;
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
  SignInLetter.init(
    {
      id: id(),
      address: text(),
      cardId: maybeUuid(),
      name: maybeText(),
      numberHash: maybeText(),
      expiresAt: time(),
      usedAt: maybeTime(),
    },
    { ...common, tableName: 'sign_in_letters' },
  );
}
