/** What is kept of questions: tries, times, help, and what a teacher says of a question to a group. */
import { DataTypes, type CreationOptional, type Sequelize } from 'sequelize';
import type { HelpKind } from '@lippet/core/contract/questionHelp';
import {
  COMMON,
  Row,
  flag,
  id,
  integer,
  json,
  maybeText,
  maybeTime,
  maybeUuid,
  now,
  text,
  time,
  uuid,
} from './columns';

/** An answer to a question that was given for good. */
export class QuestionTry extends Row<QuestionTry> {
  /** The key that its device made for it. */
  declare id: string;
  declare pieceId: string;
  declare partId: string;
  declare questionId: string;
  /** The go that it was made for. */
  declare go: number;
  /** 0 for the question itself, 1 and more for the same with other numbers. */
  declare variant: CreationOptional<number>;
  /** Which time through the set, from 1. */
  declare round: CreationOptional<number>;
  /** Of that go, round and variant. */
  declare number: number;
  declare answer: object;
  /** What it earned, from 0 to 1; null where a teacher has to look. */
  declare share: number | null;
  /** What the question was worth when it was tried. */
  declare outOf: number;
  declare at: CreationOptional<Date>;
  /** What it had earned before its question was put right; null where that changed nothing. */
  declare firstShare: CreationOptional<number | null>;
  declare putRightAt: CreationOptional<Date | null>;
  /** When it was made, by its device, where it came after the time of its set; null where it came in time. */
  declare madeAt: CreationOptional<Date | null>;
  /** The teacher who said by hand what it earns; null where it was computed, or nobody has looked. */
  declare markedBy: CreationOptional<string | null>;
  /** Working that was typed beside it. */
  declare working: CreationOptional<string | null>;
}

/** Which time somebody goes through a set; without one it is the first. */
export class SetRound extends Row<SetRound> {
  declare pieceId: string;
  declare partId: string;
  declare go: number;
  declare round: number;
}

/** Help that somebody used besides hints: a small step, a worked example, or the place to look at. */
export class QuestionHelp extends Row<QuestionHelp> {
  declare pieceId: string;
  declare partId: string;
  declare questionId: string;
  declare kind: HelpKind;
  /** Of a step which one, from 1. */
  declare number: number;
  /** Whether a step was answered rightly; null while it was not answered. */
  declare isRight: CreationOptional<boolean | null>;
  declare at: CreationOptional<Date>;
}

/** A question that a teacher has closed for a group, or whose answer they have shown to it. */
export class QuestionState extends Row<QuestionState> {
  declare groupId: string;
  declare partId: string;
  declare questionId: string;
  declare closed: boolean;
  declare shown: boolean;
}

/** When a learner began a set that has minutes. */
export class SetTime extends Row<SetTime> {
  declare pieceId: string;
  declare partId: string;
  declare go: number;
  declare startedAt: Date;
  /** When what was there at the end was handed in. */
  declare handedInAt: CreationOptional<Date | null>;
}

/** Minutes that a learner has beyond those of a set. */
export class MoreTime extends Row<MoreTime> {
  declare id: string;
  declare partId: string;
  declare personId: string;
  declare minutes: number;
}

/** A hint that somebody asked for. */
export class QuestionHint extends Row<QuestionHint> {
  declare pieceId: string;
  declare partId: string;
  declare questionId: string;
  /** From 1. */
  declare number: number;
  declare at: CreationOptional<Date>;
}

export function defineQuestions(sequelize: Sequelize): void {
  const common = { sequelize, ...COMMON };
  QuestionTry.init(
    {
      id: id(),
      pieceId: uuid(),
      partId: uuid(),
      questionId: uuid(),
      go: integer(),
      number: integer(),
      answer: json(),
      share: { type: DataTypes.DOUBLE },
      outOf: integer(),
      at: now(),
      variant: { ...integer(), defaultValue: 0 },
      firstShare: { type: DataTypes.DOUBLE },
      putRightAt: maybeTime(),
      madeAt: maybeTime(),
      markedBy: maybeUuid(),
      round: { ...integer(), defaultValue: 1 },
      working: maybeText(),
    },
    { ...common, tableName: 'question_tries' },
  );
  SetTime.init(
    {
      pieceId: { ...uuid(), primaryKey: true },
      partId: { ...uuid(), primaryKey: true },
      go: { ...integer(), primaryKey: true },
      startedAt: time(),
      handedInAt: maybeTime(),
    },
    { ...common, tableName: 'set_times' },
  );
  MoreTime.init(
    { id: id(), partId: uuid(), personId: uuid(), minutes: integer() },
    { ...common, tableName: 'more_time' },
  );
  QuestionHint.init(
    {
      pieceId: { ...uuid(), primaryKey: true },
      partId: { ...uuid(), primaryKey: true },
      questionId: { ...uuid(), primaryKey: true },
      number: { ...integer(), primaryKey: true },
      at: now(),
    },
    { ...common, tableName: 'question_hints' },
  );
  SetRound.init(
    {
      pieceId: { ...uuid(), primaryKey: true },
      partId: { ...uuid(), primaryKey: true },
      go: { ...integer(), primaryKey: true },
      round: integer(),
    },
    { ...common, tableName: 'set_rounds' },
  );
  QuestionHelp.init(
    {
      pieceId: { ...uuid(), primaryKey: true },
      partId: { ...uuid(), primaryKey: true },
      questionId: { ...uuid(), primaryKey: true },
      kind: { ...text(), primaryKey: true },
      number: { ...integer(), primaryKey: true },
      isRight: { type: DataTypes.BOOLEAN },
      at: now(),
    },
    { ...common, tableName: 'question_help' },
  );
  QuestionState.init(
    {
      groupId: { ...uuid(), primaryKey: true },
      partId: { ...uuid(), primaryKey: true },
      questionId: { ...uuid(), primaryKey: true },
      closed: flag(),
      shown: flag(),
    },
    { ...common, tableName: 'question_states' },
  );
}
