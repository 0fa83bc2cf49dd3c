/** What teachers set, for whom and when. */
import { DataTypes, type CreationOptional, type Sequelize } from 'sequelize';
import type { ActivityState } from '@lippet/core/contract/activities';
import type {
  ActivityPlan,
  Ages,
  ChoicePlan,
  MaterialPlan,
  TakeBack,
  RecordedMessage,
} from '@lippet/core/contract/activityDefinition';
import type { WallWay } from '@lippet/core/contract/wallWays';
import type { PartKind, PartSettings } from '@lippet/core/parts/part';
import type { PartnerPlan } from '@lippet/core/review/partners/partnerPlan';
import type { RubricRow } from '@lippet/core/review/rubric';
import type { Marking } from '@lippet/core/review/rubric';
import type { RichText } from '@lippet/core/words/richText';
import {
  COMMON,
  Row,
  dates,
  flag,
  id,
  integer,
  json,
  list,
  maybeJson,
  maybeText,
  maybeTime,
  maybeUuid,
  now,
  text,
  uuid,
} from './columns';

export class Activity extends Row<Activity> {
  declare id: string;
  /** Who made it. */
  declare teacherId: string;
  declare title: string;
  declare subject: string;
  declare goal: string | null;
  declare task: RichText;
  declare minutes: number | null;
  declare lateAllowed: boolean;
  /** `draft`: never set yet. */
  declare state: ActivityState;
  declare supplies: CreationOptional<string>;
  declare takeBack: CreationOptional<TakeBack>;
  declare told: CreationOptional<RecordedMessage | null>;
  declare choices: CreationOptional<ChoicePlan[]>;
  declare materials: CreationOptional<MaterialPlan[]>;
  declare rubric: CreationOptional<RubricRow[]>;
  declare marking: CreationOptional<Marking | null>;
  /** Whether learners hang what they have sent, and who lets it hang. */
  declare wall: CreationOptional<WallWay>;
  declare partners: CreationOptional<PartnerPlan | null>;
  /** What is typed and not given out yet; null where there is nothing of the kind. */
  declare draft: CreationOptional<ActivityPlan | null>;
  /** Counts every saving of the draft, so that two who type at once cannot overwrite each other. */
  declare draftVersion: CreationOptional<number>;
  /** What it is about, and for what ages, where learners may choose it. */
  declare topic: CreationOptional<string>;
  declare ages: CreationOptional<Ages | null>;
  /** What this is a copy of, by the first of them; null where it is none. */
  declare copiedFrom: CreationOptional<string | null>;
  declare changedAt: CreationOptional<Date>;
  /** Counts the times that its parts were given out. */
  declare partsRevision: CreationOptional<number>;
  declare createdAt: CreationOptional<Date>;
}

/** Work of a week or a unit, which opens together. */
export class Folder extends Row<Folder> {
  declare id: string;
  declare groupId: string;
  declare title: string;
  declare opens: Date | null;
  declare createdAt: CreationOptional<Date>;
}

/** Which group an activity is for, and when. */
export class Assignment extends Row<Assignment> {
  declare activityId: string;
  declare groupId: string;
  declare folderId: CreationOptional<string | null>;
  /** Learners choose whether they begin it. */
  declare free: CreationOptional<boolean>;
  /** Crews that alone have it; none for the whole group. */
  declare crewIds: CreationOptional<string[]>;
  declare opens: Date | null;
  declare due: Date | null;
  declare closes: Date | null;
}

/** A learner’s own dates, in milliseconds since 1970; null for none. */
export interface OwnDates {
  opens: number | null;
  due: number | null;
  closes: number | null;
}

/** One learner's own dates, in place of the group's. */
export class LearnerDates extends Row<LearnerDates> {
  declare activityId: string;
  declare personId: string;
  declare opens: Date | null;
  declare due: Date | null;
  declare closes: Date | null;
}

/** The day on which a learner wants to do work that has no date. */
export class OwnDay extends Row<OwnDay> {
  declare personId: string;
  declare activityId: string;
  /** `yyyy-MM-dd`. */
  declare day: string;
}

export class Part extends Row<Part> {
  declare id: string;
  declare activityId: string;
  declare position: number;
  declare kind: PartKind;
  declare title: string;
  declare required: boolean;
  declare settings: PartSettings;
  declare choice: CreationOptional<string | null>;
  declare waits: CreationOptional<boolean>;
  /** Taken out of the activity; its learners' work stays with their pieces. */
  declare removedAt: CreationOptional<Date | null>;
}

export function defineActivities(sequelize: Sequelize): void {
  const common = { ...COMMON, sequelize } as const;
  Activity.init(
    {
      id: id(),
      teacherId: uuid(),
      title: text(),
      subject: text(),
      goal: maybeText(),
      task: json(),
      minutes: { type: DataTypes.INTEGER },
      lateAllowed: flag(),
      state: text(),
      supplies: { ...text(), defaultValue: '' },
      takeBack: { ...text(), defaultValue: 'begun' },
      told: { type: DataTypes.JSONB },
      choices: list(),
      materials: list(),
      rubric: list(),
      marking: maybeJson(),
      partners: maybeJson(),
      wall: { ...text(), defaultValue: 'none' },
      draft: { type: DataTypes.JSONB },
      draftVersion: { ...integer(), defaultValue: 0 },
      topic: { ...text(), defaultValue: '' },
      ages: maybeJson(),
      copiedFrom: maybeUuid(),
      changedAt: now(),
      partsRevision: { ...integer(), defaultValue: 1 },
      createdAt: now(),
    },
    { ...common, tableName: 'activities' },
  );
  Folder.init(
    { id: id(), groupId: uuid(), title: text(), opens: maybeTime(), createdAt: now() },
    { ...common, tableName: 'folders' },
  );
  Assignment.init(
    {
      activityId: { ...uuid(), primaryKey: true },
      groupId: { ...uuid(), primaryKey: true },
      folderId: maybeUuid(),
      free: { ...flag(), defaultValue: false },
      crewIds: { type: DataTypes.ARRAY(DataTypes.UUID), allowNull: false, defaultValue: [] },
      ...dates(),
    },
    { ...common, tableName: 'assignments' },
  );
  LearnerDates.init(
    { activityId: { ...uuid(), primaryKey: true }, personId: { ...uuid(), primaryKey: true }, ...dates() },
    { ...common, tableName: 'learner_dates' },
  );
  OwnDay.init(
    {
      personId: { ...uuid(), primaryKey: true },
      activityId: { ...uuid(), primaryKey: true },
      day: { type: DataTypes.DATEONLY, allowNull: false },
    },
    { ...common, tableName: 'own_days' },
  );
  Part.init(
    {
      id: id(),
      activityId: uuid(),
      position: integer(),
      kind: text(),
      title: text(),
      required: flag(),
      settings: json(),
      choice: { type: DataTypes.UUID },
      waits: { ...flag(), defaultValue: false },
      removedAt: maybeTime(),
    },
    { ...common, tableName: 'parts' },
  );
}
