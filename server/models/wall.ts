/** The wall of an activity in a group. */
import { type CreationOptional, type Sequelize } from 'sequelize';
import type { RecordedMessage } from '@lippet/core/contract/activityDefinition';
import type { ExampleState, WallStamp } from '@lippet/core/contract/wall';
import {
  COMMON,
  Row,
  flag,
  id,
  integer,
  maybeJson,
  maybeText,
  maybeTime,
  maybeUuid,
  text,
  time,
  uuid,
} from './columns';

/** What a learner has hung. What is taken down is gone with its row. */
export class Hanging extends Row<Hanging> {
  declare id: string;
  declare activityId: string;
  declare groupId: string;
  declare personId: string;
  declare submissionId: string;
  /** One page of the go; null for all of them, or for a recording. */
  declare pageId: CreationOptional<string | null>;
  /** The part of the recording. */
  declare partId: CreationOptional<string | null>;
  declare pages: number;
  declare recording: CreationOptional<RecordedMessage | null>;
  declare title: string;
  declare alt: string;
  declare hungAt: Date;
  /** Since when others see it. */
  declare letAt: CreationOptional<Date | null>;
  /** A teacher keeps it back since then. */
  declare heldAt: CreationOptional<Date | null>;
  declare why: CreationOptional<string>;
  /** Whether classes that come later may see it; null where nobody has asked. */
  declare example: CreationOptional<Exclude<ExampleState, 'none'> | null>;
}

/** What somebody says to it. */
export class HangingAnswer extends Row<HangingAnswer> {
  declare id: string;
  declare hangingId: string;
  declare personId: string;
  declare stamp: CreationOptional<WallStamp | null>;
  declare words: string;
  /** A voice; null for words or a stamp. */
  declare mediaId: CreationOptional<string | null>;
  declare at: Date;
  declare letAt: CreationOptional<Date | null>;
  declare heldAt: CreationOptional<Date | null>;
  declare why: CreationOptional<string>;
}

/** A wall is open to the families of its group, until a time. */
export class WallOpening extends Row<WallOpening> {
  declare activityId: string;
  declare groupId: string;
  /** Whether they are told whose each piece is. */
  declare named: boolean;
  declare endsAt: Date;
}

export function defineWall(sequelize: Sequelize): void {
  const common = { ...COMMON, sequelize } as const;
  Hanging.init(
    {
      id: id(),
      activityId: uuid(),
      groupId: uuid(),
      personId: uuid(),
      submissionId: uuid(),
      pageId: maybeText(),
      partId: maybeUuid(),
      pages: integer(),
      recording: maybeJson(),
      title: text(),
      alt: text(),
      hungAt: time(),
      letAt: maybeTime(),
      heldAt: maybeTime(),
      why: { ...text(), defaultValue: '' },
      example: maybeText(),
    },
    { ...common, tableName: 'hangings' },
  );
  HangingAnswer.init(
    {
      id: id(),
      hangingId: uuid(),
      personId: uuid(),
      stamp: maybeText(),
      words: text(),
      mediaId: maybeUuid(),
      at: time(),
      letAt: maybeTime(),
      heldAt: maybeTime(),
      why: { ...text(), defaultValue: '' },
    },
    { ...common, tableName: 'hanging_answers' },
  );
  WallOpening.init(
    {
      activityId: { ...uuid(), primaryKey: true },
      groupId: { ...uuid(), primaryKey: true },
      named: flag(),
      endsAt: time(),
    },
    { ...common, tableName: 'wall_openings' },
  );
}
