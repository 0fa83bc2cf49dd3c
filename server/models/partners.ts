/** Learners who look at each other's work. */
import { DataTypes, type CreationOptional, type Sequelize } from 'sequelize';
import type { RecordedMessage } from '@lippet/core/contract/activityDefinition';
import type { ChosenLevels } from '@lippet/core/review/rubric';
import {
  COMMON,
  Row,
  flag,
  id,
  integer,
  json,
  list,
  maybeJson,
  maybeTime,
  maybeUuid,
  text,
  time,
  uuid,
} from './columns';

/** That partners were given out at an activity in a group. */
export class PartnerRound extends Row<PartnerRound> {
  declare activityId: string;
  declare groupId: string;
  /** The same seed gives the same partners. */
  declare seed: string;
  /** Whether they were told that they see each other's names: what was said under that stays under it. */
  declare named: boolean;
  declare begunAt: Date;
  /** When what was begun was given by itself. */
  declare endedAt: CreationOptional<Date | null>;
}

/** What one learner says of another's work. */
export class PeerReview extends Row<PeerReview> {
  declare id: string;
  declare activityId: string;
  declare groupId: string;
  declare reviewerId: string;
  declare authorId: string;
  /** Counted from 1: the number by which the reviewer knows the author, and the author the reviewer. */
  declare forReviewer: number;
  declare forAuthor: number;
  /** The go that is looked at, once it was opened. */
  declare submissionId: CreationOptional<string | null>;
  declare note: CreationOptional<string>;
  declare levels: CreationOptional<ChosenLevels>;
  /** What is spoken or filmed. */
  declare told: CreationOptional<RecordedMessage | null>;
  /** Id of a picture or a PDF that goes with it. */
  declare attached: CreationOptional<string | null>;
  /** Counts every change of what is said. */
  declare version: CreationOptional<number>;
  /** First mark or first word. */
  declare begunAt: CreationOptional<Date | null>;
  declare givenAt: CreationOptional<Date | null>;
  /** Since when its author sees it, unless it is held. */
  declare shownAt: CreationOptional<Date | null>;
  /** A teacher keeps it back. */
  declare held: CreationOptional<boolean>;
  declare counts: CreationOptional<boolean>;
  /** What the author says of it; null for nothing. */
  declare helped: CreationOptional<boolean | null>;
  declare answer: CreationOptional<string>;
  /** Ids of the recordings and pictures in what was given. */
  declare files: CreationOptional<string[]>;
  /** The marks as they were given. */
  declare marks: CreationOptional<Buffer | null>;
}

export function definePartners(sequelize: Sequelize): void {
  const common = { ...COMMON, sequelize } as const;
  PartnerRound.init(
    {
      activityId: { ...uuid(), primaryKey: true },
      groupId: { ...uuid(), primaryKey: true },
      seed: text(),
      named: flag(),
      begunAt: time(),
      endedAt: maybeTime(),
    },
    { ...common, tableName: 'partner_rounds' },
  );
  PeerReview.init(
    {
      id: id(),
      activityId: uuid(),
      groupId: uuid(),
      reviewerId: uuid(),
      authorId: uuid(),
      forReviewer: integer(),
      forAuthor: integer(),
      submissionId: maybeUuid(),
      note: { ...text(), defaultValue: '' },
      levels: { ...json(), defaultValue: {} },
      told: maybeJson(),
      attached: maybeUuid(),
      version: { ...integer(), defaultValue: 0 },
      begunAt: maybeTime(),
      givenAt: maybeTime(),
      shownAt: maybeTime(),
      held: { ...flag(), defaultValue: false },
      counts: { ...flag(), defaultValue: true },
      helped: { type: DataTypes.BOOLEAN },
      answer: { ...text(), defaultValue: '' },
      files: list(),
      marks: { type: DataTypes.BLOB },
    },
    { ...common, tableName: 'peer_reviews', defaultScope: { attributes: { exclude: ['marks'] } } },
  );
}
