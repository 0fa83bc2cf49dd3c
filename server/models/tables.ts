/** The tables of section 4 of the design that exist so far, as Sequelize models. */
import {
  DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize,
} from 'sequelize';
import type { PieceProgress } from '@lippet/core/page/progress';
import type { ActivityPlan, ChoicePlan, MaterialPlan, PartKind, PartSettings, RubricRow, TakeBack, ToldTask } from '@lippet/core/contract/plan';
import type { ActivityState } from '@lippet/core/contract/activities';
import type { RichText } from '@lippet/core/words/richText';
import type { MediaKind, MediaState } from '@lippet/core/contract/media';
import type { Role, SecretKind } from '@lippet/core/contract/signIn';
import type { Audience } from '@lippet/core/contract/ask';
import type { Manifest, UpdateView } from '@lippet/core/contract/work';
import type { Outcome } from '@lippet/core/schedule/pieceState';

abstract class Row<T extends Model> extends Model<InferAttributes<T>, InferCreationAttributes<T>> {}

export class School extends Row<School> {
  declare id: string;
  declare name: string;
  /** IANA time zone. */
  declare zone: string;
}

export class Person extends Row<Person> {
  declare id: string;
  declare schoolId: string;
  declare role: Role;
  declare name: string;
  declare signInName: string;
  declare secretKind: SecretKind;
  declare secretHash: string;
  /** `#RRGGBB` of the badge. */
  declare badge: string;
  /** SHA-256 of the key in the address of their calendar. */
  declare calendarHash: CreationOptional<Buffer | null>;
}

export class Group extends Row<Group> {
  declare id: string;
  declare schoolId: string;
  declare name: string;
  declare code: string;
}

export class Membership extends Row<Membership> {
  declare personId: string;
  declare groupId: string;
  declare role: 'learner' | 'teacher';
  /** When they left; what they made stays. */
  declare leftAt: CreationOptional<Date | null>;
}

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
  declare told: CreationOptional<ToldTask | null>;
  declare choices: CreationOptional<ChoicePlan[]>;
  declare materials: CreationOptional<MaterialPlan[]>;
  declare rubric: CreationOptional<RubricRow[]>;
  /** What is typed and not given out yet; null where there is nothing of the kind. */
  declare draft: CreationOptional<ActivityPlan | null>;
  /** Counts every saving of the draft, so that two who type at once cannot overwrite each other. */
  declare draftVersion: CreationOptional<number>;
  declare changedAt: CreationOptional<Date>;
  declare createdAt: CreationOptional<Date>;
}

/** Which group an activity is for, and when. */
export class Assignment extends Row<Assignment> {
  declare activityId: string;
  declare groupId: string;
  declare opens: Date | null;
  declare due: Date | null;
  declare closes: Date | null;
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

export class Piece extends Row<Piece> {
  declare id: string;
  declare activityId: string;
  declare personId: string;
  /** With the teacher or finished: its document takes no more updates. */
  declare frozen: CreationOptional<boolean>;
  /** Measured from the document up to the update `progressThrough`. */
  declare progress: CreationOptional<PieceProgress>;
  declare progressThrough: CreationOptional<string>;
  declare createdAt: CreationOptional<Date>;
}

export class PieceUpdate extends Row<PieceUpdate> {
  declare id: CreationOptional<string>;
  declare pieceId: string;
  declare data: Buffer;
  declare createdAt: CreationOptional<Date>;
}

export class Media extends Row<Media> {
  declare id: string;
  declare ownerId: string;
  /** Of a piece, or else of an activity. */
  declare pieceId: string | null;
  declare activityId: string | null;
  declare kind: MediaKind;
  /** Content type as it is kept. */
  declare type: string;
  /** SHA-256 of the content, in hexadecimal: its name in the file store. */
  declare hash: string;
  declare size: number;
  declare width: number | null;
  declare height: number | null;
  declare pages: number | null;
  declare state: CreationOptional<MediaState>;
  declare why: CreationOptional<string | null>;
  declare seconds: CreationOptional<number | null>;
  /** The form of a recording that plays everywhere, once it is made. */
  declare playableHash: CreationOptional<string | null>;
  declare playableType: CreationOptional<string | null>;
  declare playableSize: CreationOptional<number | null>;
  declare coverHash: CreationOptional<string | null>;
  /** In LUFS; null for silence. */
  declare loudness: CreationOptional<number | null>;
  declare peaks: CreationOptional<number[] | null>;
  declare createdAt: CreationOptional<Date>;
}

/** A file that is arriving by tus, under the id of the media that it will be. */
export class Upload extends Row<Upload> {
  declare id: string;
  declare ownerId: string;
  /** Of a piece, or else of an activity. */
  declare pieceId: string | null;
  declare activityId: string | null;
  /** Of the whole file, in bytes. */
  declare size: number;
  declare createdAt: CreationOptional<Date>;
}

/** A piece's document as it once was. */
export class PieceCopy extends Row<PieceCopy> {
  declare id: string;
  declare pieceId: string;
  declare at: Date;
  /** The newest update that it holds. */
  declare through: string;
  declare data: Buffer;
  declare progress: PieceProgress;
}

/** A file made of a go. */
export class Export extends Row<Export> {
  declare id: string;
  declare submissionId: string;
  declare askedBy: string;
  declare style: 'flat' | 'annotations';
  /** Whether the review's marks lie on it. */
  declare marked: boolean;
  declare state: CreationOptional<'waiting' | 'ready' | 'failed'>;
  declare hash: CreationOptional<string | null>;
  declare size: CreationOptional<number | null>;
  /** A sentence, where it could not be made. */
  declare why: CreationOptional<string | null>;
  declare createdAt: CreationOptional<Date>;
}

/** Lets another device take photos for a piece. */
export class CaptureLink extends Row<CaptureLink> {
  declare id: string;
  declare pieceId: string;
  declare personId: string;
  /** What is photographed, for the other device to show. */
  declare title: string;
  /** SHA-256 of the key in the QR code, and of the code for typing. */
  declare keyHash: Buffer;
  declare codeHash: Buffer;
  declare expiresAt: Date;
  declare closedAt: CreationOptional<Date | null>;
}

/** A photo that came through a link. */
export class CapturePhoto extends Row<CapturePhoto> {
  declare mediaId: string;
  declare linkId: string;
  declare at: Date;
}

export class Submission extends Row<Submission> {
  declare id: string;
  declare pieceId: string;
  declare go: number;
  declare key: string;
  declare sentAt: Date;
  declare late: boolean;
  declare document: Buffer;
  declare manifest: Manifest;
  declare word: string | null;
  declare withdrawnAt: CreationOptional<Date | null>;
}

export class Review extends Row<Review> {
  declare id: string;
  declare submissionId: string;
  declare reviewerId: string;
  declare note: CreationOptional<string>;
  declare outcome: CreationOptional<Outcome | null>;
  /** First mark or first written word. */
  declare begunAt: CreationOptional<Date | null>;
  declare releasedAt: CreationOptional<Date | null>;
  /** The marks as released. */
  declare marks: CreationOptional<Buffer | null>;
}

export class MarkUpdate extends Row<MarkUpdate> {
  declare id: CreationOptional<string>;
  declare reviewId: string;
  declare data: Buffer;
  declare createdAt: CreationOptional<Date>;
}

/** A question about an activity. */
export class Thread extends Row<Thread> {
  declare id: string;
  declare activityId: string;
  /** As whose member it was asked. */
  declare groupId: string;
  declare partId: string | null;
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

/** A text as a voice says it. */
export class Speech extends Row<Speech> {
  /** SHA-256 of the speed and the text. */
  declare key: string;
  declare hash: string;
  declare size: number;
  declare seconds: number;
  /** When each word begins, in seconds. */
  declare times: number[];
  declare createdAt: CreationOptional<Date>;
}

export class Update extends Row<Update> {
  declare id: string;
  declare personId: string;
  declare kind: UpdateView['kind'];
  declare words: string;
  declare path: string;
  declare at: CreationOptional<Date>;
  declare seenAt: CreationOptional<Date | null>;
}

export class Session extends Row<Session> {
  declare id: string;
  declare personId: string;
  /** SHA-256 of the cookie's value. */
  declare tokenHash: Buffer;
  declare kept: boolean;
  declare createdAt: CreationOptional<Date>;
  declare expiresAt: Date;
}

export class SignInAttempt extends Row<SignInAttempt> {
  declare id: CreationOptional<string>;
  /** Whom it was for: a person's id, or the typed name where there is none. */
  declare who: string;
  declare address: string;
  declare succeeded: boolean;
  declare at: CreationOptional<Date>;
}

// Sequelize writes into the description of each column, so every column gets one of its own.
const id = () => ({ type: DataTypes.UUID, primaryKey: true }) as const;
const serial = () => ({ type: DataTypes.BIGINT, primaryKey: true, autoIncrement: true }) as const;
const uuid = () => ({ type: DataTypes.UUID, allowNull: false }) as const;
const text = () => ({ type: DataTypes.TEXT, allowNull: false }) as const;
const maybeText = () => ({ type: DataTypes.TEXT }) as const;
const time = () => ({ type: DataTypes.DATE, allowNull: false }) as const;
const maybeTime = () => ({ type: DataTypes.DATE }) as const;
const now = () => ({ type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW }) as const;
const flag = () => ({ type: DataTypes.BOOLEAN, allowNull: false }) as const;
const integer = () => ({ type: DataTypes.INTEGER, allowNull: false }) as const;
const json = () => ({ type: DataTypes.JSONB, allowNull: false }) as const;
const bytes = () => ({ type: DataTypes.BLOB, allowNull: false }) as const;

/** Ties the models to a database. Called once for each connection pool. */
export function defineTables(sequelize: Sequelize): void {
  const common = { sequelize, timestamps: false, underscored: true } as const;
  School.init({ id: id(), name: text(), zone: text() }, { ...common, tableName: 'schools' });
  Person.init(
    { id: id(), schoolId: uuid(), role: text(), name: text(), signInName: text(), secretKind: text(), secretHash: text(), badge: text(), calendarHash: { type: DataTypes.BLOB } },
    { ...common, tableName: 'people' },
  );
  Group.init({ id: id(), schoolId: uuid(), name: text(), code: text() }, { ...common, tableName: 'groups' });
  Membership.init(
    { personId: { ...uuid(), primaryKey: true }, groupId: { ...uuid(), primaryKey: true }, role: text(), leftAt: maybeTime() },
    { ...common, tableName: 'memberships' },
  );
  const list = () => ({ ...json(), defaultValue: [] }) as const;
  Activity.init(
    {
      id: id(), teacherId: uuid(), title: text(), subject: text(), goal: maybeText(), task: json(), minutes: { type: DataTypes.INTEGER },
      lateAllowed: flag(), state: text(), supplies: { ...text(), defaultValue: '' }, takeBack: { ...text(), defaultValue: 'begun' },
      told: { type: DataTypes.JSONB }, choices: list(), materials: list(), rubric: list(), draft: { type: DataTypes.JSONB }, draftVersion: { ...integer(), defaultValue: 0 },
      changedAt: now(), createdAt: now(),
    },
    { ...common, tableName: 'activities' },
  );
  const dates = () => ({ opens: maybeTime(), due: maybeTime(), closes: maybeTime() }) as const;
  Assignment.init({ activityId: { ...uuid(), primaryKey: true }, groupId: { ...uuid(), primaryKey: true }, ...dates() }, { ...common, tableName: 'assignments' });
  OwnDay.init({ personId: { ...uuid(), primaryKey: true }, activityId: { ...uuid(), primaryKey: true }, day: { type: DataTypes.DATEONLY, allowNull: false } }, { ...common, tableName: 'own_days' });
  LearnerDates.init({ activityId: { ...uuid(), primaryKey: true }, personId: { ...uuid(), primaryKey: true }, ...dates() }, { ...common, tableName: 'learner_dates' });
  Part.init(
    {
      id: id(), activityId: uuid(), position: integer(), kind: text(), title: text(), required: flag(), settings: json(),
      choice: { type: DataTypes.UUID }, waits: { ...flag(), defaultValue: false }, removedAt: maybeTime(),
    },
    { ...common, tableName: 'parts' },
  );
  Piece.init(
    {
      id: id(), activityId: uuid(), personId: uuid(), frozen: { ...flag(), defaultValue: false },
      progress: { ...json(), defaultValue: { parts: {} } },
      progressThrough: { type: DataTypes.BIGINT, allowNull: false, defaultValue: 0 }, createdAt: now(),
    },
    { ...common, tableName: 'pieces' },
  );
  PieceUpdate.init({ id: serial(), pieceId: uuid(), data: bytes(), createdAt: now() }, { ...common, tableName: 'piece_updates' });
  const maybeInteger = () => ({ type: DataTypes.INTEGER }) as const;
  const maybeUuid = () => ({ type: DataTypes.UUID }) as const;
  Media.init(
    {
      id: id(), ownerId: uuid(), pieceId: maybeUuid(), activityId: maybeUuid(), kind: text(), type: text(), hash: text(), size: integer(),
      width: maybeInteger(), height: maybeInteger(), pages: maybeInteger(), state: { ...text(), defaultValue: 'ready' }, why: maybeText(),
      seconds: { type: DataTypes.DOUBLE }, playableHash: maybeText(), playableType: maybeText(), playableSize: maybeInteger(), coverHash: maybeText(),
      loudness: { type: DataTypes.DOUBLE }, peaks: { type: DataTypes.JSONB }, createdAt: now(),
    },
    { ...common, tableName: 'media' },
  );
  Upload.init({ id: id(), ownerId: uuid(), pieceId: maybeUuid(), activityId: maybeUuid(), size: integer(), createdAt: now() }, { ...common, tableName: 'uploads' });
  PieceCopy.init(
    { id: id(), pieceId: uuid(), at: time(), through: { type: DataTypes.BIGINT, allowNull: false }, data: bytes(), progress: json() },
    { ...common, tableName: 'piece_copies' },
  );
  Export.init(
    {
      id: id(), submissionId: uuid(), askedBy: uuid(), style: text(), marked: flag(), state: { ...text(), defaultValue: 'waiting' }, hash: maybeText(),
      size: maybeInteger(), why: maybeText(), createdAt: now(),
    },
    { ...common, tableName: 'exports' },
  );
  CaptureLink.init(
    { id: id(), pieceId: uuid(), personId: uuid(), title: text(), keyHash: bytes(), codeHash: bytes(), expiresAt: time(), closedAt: maybeTime() },
    { ...common, tableName: 'capture_links' },
  );
  CapturePhoto.init({ mediaId: id(), linkId: uuid(), at: time() }, { ...common, tableName: 'capture_photos' });
  Submission.init(
    {
      id: id(), pieceId: uuid(), go: integer(), key: uuid(), sentAt: time(), late: flag(), document: bytes(), manifest: json(),
      word: maybeText(), withdrawnAt: maybeTime(),
    },
    { ...common, tableName: 'submissions' },
  );
  Review.init(
    {
      id: id(), submissionId: uuid(), reviewerId: uuid(), note: { ...text(), defaultValue: '' }, outcome: maybeText(),
      begunAt: maybeTime(), releasedAt: maybeTime(), marks: { type: DataTypes.BLOB },
    },
    { ...common, tableName: 'reviews' },
  );
  MarkUpdate.init({ id: serial(), reviewId: uuid(), data: bytes(), createdAt: now() }, { ...common, tableName: 'mark_updates' });
  Thread.init(
    { id: id(), activityId: uuid(), groupId: uuid(), partId: maybeUuid(), askerId: uuid(), audience: text(), sharedAt: maybeTime(), closedAt: maybeTime(), createdAt: now() },
    { ...common, tableName: 'threads' },
  );
  Message.init(
    { id: id(), threadId: uuid(), authorId: uuid(), words: text(), mediaId: maybeUuid(), removedAt: maybeTime(), removedWhy: maybeText(), at: now() },
    { ...common, tableName: 'messages' },
  );
  Speech.init({ key: { ...text(), primaryKey: true }, hash: text(), size: integer(), seconds: { type: DataTypes.DOUBLE, allowNull: false }, times: json(), createdAt: now() }, { ...common, tableName: 'speeches' });
  Update.init(
    { id: id(), personId: uuid(), kind: text(), words: text(), path: text(), at: now(), seenAt: maybeTime() },
    { ...common, tableName: 'updates' },
  );
  Session.init(
    { id: id(), personId: uuid(), tokenHash: bytes(), kept: flag(), createdAt: now(), expiresAt: time() },
    { ...common, tableName: 'sessions' },
  );
  SignInAttempt.init(
    { id: serial(), who: text(), address: text(), succeeded: flag(), at: now() },
    { ...common, tableName: 'sign_in_attempts' },
  );
}
