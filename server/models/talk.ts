/** Questions, notices, the question of the day, and news. */
import { DataTypes, type CreationOptional, type Sequelize } from 'sequelize';
import type { ThreadPlace, Audience } from '@lippet/core/contract/threads';
import type { DayChoice, DayStamp, SeenBy } from '@lippet/core/contract/class';
import type { UpdateView } from '@lippet/core/contract/updates';
import { COMMON, Row, id, json, maybeJson, maybeText, maybeTime, maybeUuid, now, text, uuid } from './columns';

/** A question about an activity. */
export class Thread extends Row<Thread> {
  declare id: string;
  declare activityId: string;
  /** As whose member it was asked. */
  declare groupId: string;
  declare partId: string | null;
  /** Where on a sheet. */
  declare place: CreationOptional<ThreadPlace | null>;
  /** A question of the part. */
  declare questionId: CreationOptional<string | null>;
  declare askerId: string;
  declare audience: Audience;
  /** A question to the teacher alone that the class sees without its name. */
  declare sharedAt: CreationOptional<Date | null>;
  declare closedAt: CreationOptional<Date | null>;
  declare createdAt: CreationOptional<Date>;
}

export class Message extends Row<Message> {
  declare id: string;
  declare threadId: string;
  declare authorId: string;
  declare words: string;
  declare mediaId: string | null;
  declare removedAt: CreationOptional<Date | null>;
  declare removedWhy: CreationOptional<string | null>;
  declare at: CreationOptional<Date>;
}

/** What a teacher tells a class, or what somebody says to that. */
export class Notice extends Row<Notice> {
  declare id: string;
  declare groupId: string;
  declare authorId: string;
  /** The notice that it answers; null for a notice itself. */
  declare replyTo: CreationOptional<string | null>;
  declare words: string;
  declare mediaId: CreationOptional<string | null>;
  declare removedAt: CreationOptional<Date | null>;
  declare removedWhy: CreationOptional<string | null>;
  declare at: CreationOptional<Date>;
}

/** A question that a class is asked every day, until it ends. */
export class DailyQuestion extends Row<DailyQuestion> {
  declare id: string;
  declare groupId: string;
  declare authorId: string;
  declare words: string;
  declare seenBy: SeenBy;
  /** Offered in place of the weather. */
  declare choices: CreationOptional<DayChoice[] | null>;
  declare askedAt: CreationOptional<Date>;
  declare endedAt: CreationOptional<Date | null>;
}

export class DailyAnswer extends Row<DailyAnswer> {
  declare questionId: string;
  declare personId: string;
  /** `yyyy-MM-dd` of the school. */
  declare day: string;
  declare stamp: DayStamp | null;
  /** Of the offered answers. */
  declare choice: CreationOptional<string | null>;
  declare words: string;
  declare at: CreationOptional<Date>;
}

export class Update extends Row<Update> {
  declare id: string;
  declare personId: string;
  declare kind: UpdateView['kind'];
  declare words: string;
  declare path: string;
  /** What it tells of, so that it is told once. */
  declare key: CreationOptional<string | null>;
  declare at: CreationOptional<Date>;
  declare seenAt: CreationOptional<Date | null>;
}

/** Marks that a teacher keeps to put down again. */
export class KeptStamp extends Row<KeptStamp> {
  declare id: string;
  declare teacherId: string;
  declare name: string;
  declare items: Record<string, unknown>[];
  /** In points. */
  declare width: number;
  declare height: number;
  declare createdAt: CreationOptional<Date>;
}

/** A note that a teacher keeps to say again. */
export class KeptNote extends Row<KeptNote> {
  declare id: string;
  declare teacherId: string;
  /** `{name}` stands for the learner's first name. */
  declare words: string;
  /** How often it was used, by activity. */
  declare uses: CreationOptional<Record<string, number>>;
  declare createdAt: CreationOptional<Date>;
}

/** What is mailed, where letters go out; and can be looked at by whom it is for. */
export class Letter extends Row<Letter> {
  declare id: string;
  declare personId: string;
  declare address: string;
  declare subject: string;
  declare words: string;
  /** Of an evening, with what is new; or of a week, for those at home. */
  declare kind: CreationOptional<'evening' | 'week'>;
  declare at: CreationOptional<Date>;
  /** When a mail server took it. */
  declare postedAt: CreationOptional<Date | null>;
}

export function defineTalk(sequelize: Sequelize): void {
  const common = { ...COMMON, sequelize } as const;
  Thread.init(
    {
      id: id(),
      activityId: uuid(),
      groupId: uuid(),
      partId: maybeUuid(),
      place: maybeJson(),
      questionId: maybeUuid(),
      askerId: uuid(),
      audience: text(),
      sharedAt: maybeTime(),
      closedAt: maybeTime(),
      createdAt: now(),
    },
    { ...common, tableName: 'threads' },
  );
  Message.init(
    {
      id: id(),
      threadId: uuid(),
      authorId: uuid(),
      words: text(),
      mediaId: maybeUuid(),
      removedAt: maybeTime(),
      removedWhy: maybeText(),
      at: now(),
    },
    { ...common, tableName: 'messages' },
  );
  Notice.init(
    {
      id: id(),
      groupId: uuid(),
      authorId: uuid(),
      replyTo: maybeUuid(),
      words: text(),
      mediaId: maybeUuid(),
      removedAt: maybeTime(),
      removedWhy: maybeText(),
      at: now(),
    },
    { ...common, tableName: 'notices' },
  );
  DailyQuestion.init(
    {
      id: id(),
      groupId: uuid(),
      authorId: uuid(),
      words: text(),
      seenBy: text(),
      choices: maybeJson(),
      askedAt: now(),
      endedAt: maybeTime(),
    },
    { ...common, tableName: 'daily_questions' },
  );
  DailyAnswer.init(
    {
      questionId: { ...uuid(), primaryKey: true },
      personId: { ...uuid(), primaryKey: true },
      day: { type: DataTypes.DATEONLY, primaryKey: true },
      stamp: maybeText(),
      choice: maybeUuid(),
      words: text(),
      at: now(),
    },
    { ...common, tableName: 'daily_answers' },
  );
  Update.init(
    {
      id: id(),
      personId: uuid(),
      kind: text(),
      words: text(),
      path: text(),
      key: maybeText(),
      at: now(),
      seenAt: maybeTime(),
    },
    { ...common, tableName: 'updates' },
  );
  KeptNote.init(
    {
      id: id(),
      teacherId: uuid(),
      words: text(),
      uses: { type: DataTypes.JSONB, allowNull: false, defaultValue: {} },
      createdAt: now(),
    },
    { ...common, tableName: 'kept_notes' },
  );
  KeptStamp.init(
    {
      id: id(),
      teacherId: uuid(),
      name: text(),
      items: json(),
      width: { type: DataTypes.REAL, allowNull: false },
      height: { type: DataTypes.REAL, allowNull: false },
      createdAt: now(),
    },
    { ...common, tableName: 'kept_stamps' },
  );
  Letter.init(
    {
      id: id(),
      personId: uuid(),
      address: text(),
      subject: text(),
      words: text(),
      kind: { ...text(), defaultValue: 'evening' },
      at: now(),
      postedAt: maybeTime(),
    },
    { ...common, tableName: 'letters' },
  );
}
