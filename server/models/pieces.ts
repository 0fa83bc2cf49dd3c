/** What learners make, send and get back. */
import { DataTypes, type CreationOptional, type Sequelize } from 'sequelize';
import type { Marked } from '@lippet/core/review/rubric';
import type { RecordedMessage } from '@lippet/core/contract/activityDefinition';
import type { ExportStyle } from '@lippet/core/contract/exports';
import type { Felt, Manifest } from '@lippet/core/contract/pieces';
import type { PieceProgress } from '@lippet/core/piece/progress';
import type { Outcome } from '@lippet/core/piece/pieceState';
import type { LaidPicture } from '@lippet/core/page/shared/sharedPictures';
import type { OwnDates } from './activities';
import {
  COMMON,
  Row,
  bytes,
  flag,
  id,
  integer,
  json,
  maybeByteSize,
  maybeJson,
  maybeText,
  maybeTime,
  maybeUuid,
  now,
  serial,
  text,
  time,
  uuid,
} from './columns';

export class Piece extends Row<Piece> {
  declare id: string;
  declare activityId: string;
  declare personId: string;
  /** With the teacher or finished: its document takes no more updates. */
  declare frozen: CreationOptional<boolean>;
  /** Measured from the document up to the update `progressThrough`. */
  declare progress: CreationOptional<PieceProgress>;
  declare progressThrough: CreationOptional<string>;
  /** By `progress`, for the parts that the activity had at revision `countedFor`; null before it was first counted. */
  declare made: CreationOptional<boolean>;
  declare complete: CreationOptional<boolean>;
  declare countedFor: CreationOptional<number | null>;
  declare createdAt: CreationOptional<Date>;
}

export class PieceUpdate extends Row<PieceUpdate> {
  declare id: CreationOptional<string>;
  declare pieceId: string;
  declare data: Buffer;
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

export class Submission extends Row<Submission> {
  declare id: string;
  declare pieceId: string;
  declare number: number;
  declare key: string;
  declare sentAt: Date;
  declare late: boolean;
  /** The frozen piece, up to some megabytes: only who asks for it by `unscoped` gets it. */
  declare document: Buffer;
  declare manifest: Manifest;
  declare word: string | null;
  /** How it was for the learner. */
  declare felt: CreationOptional<Felt | null>;
  /** A word that is spoken. */
  declare voiceId: CreationOptional<string | null>;
  declare withdrawnAt: CreationOptional<Date | null>;
  /** Pictures of others on the sheets that its learner filled with them; null where there are none. */
  declare lent: CreationOptional<LaidPicture[] | null>;
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
  /** The outcome that is decided and not told yet. */
  declare held: CreationOptional<Outcome | null>;
  /** What is said by the rubric. */
  declare marked: CreationOptional<Marked | null>;
  /** Counts every change of what is said. */
  declare version: CreationOptional<number>;
  /** For teachers alone. */
  declare aside: CreationOptional<string>;
  /** An answer that is spoken or filmed. */
  declare told: CreationOptional<RecordedMessage | null>;
  /** The learner’s own dates before this outcome gave them others; null where it gave none. */
  declare datesBefore: CreationOptional<{ dates: OwnDates | null } | null>;
  /** The marks as released. */
  declare marks: CreationOptional<Buffer | null>;
}

export class MarkUpdate extends Row<MarkUpdate> {
  declare id: CreationOptional<string>;
  declare reviewId: string;
  declare data: Buffer;
  declare createdAt: CreationOptional<Date>;
}

/** What was said under a note of a review. */
export class NoteReply extends Row<NoteReply> {
  declare id: string;
  declare reviewId: string;
  /** Id of the note in the document of marks. */
  declare noteId: string;
  declare personId: string;
  declare words: string;
  /** What is spoken instead, or as well. */
  declare voiceId: CreationOptional<string | null>;
  declare at: Date;
}

/** A file made of a go, or of all that was sent of an activity. */
export class Export extends Row<Export> {
  declare id: string;
  declare submissionId: CreationOptional<string | null>;
  declare activityId: CreationOptional<string | null>;
  declare askedBy: string;
  declare style: ExportStyle;
  /** Whether the review's marks lie on it. */
  declare marked: boolean;
  declare state: CreationOptional<'waiting' | 'ready' | 'failed'>;
  declare hash: CreationOptional<string | null>;
  declare size: CreationOptional<number | null>;
  /** A sentence, where it could not be made. */
  declare why: CreationOptional<string | null>;
  declare createdAt: CreationOptional<Date>;
}

export function definePieces(sequelize: Sequelize): void {
  const common = { ...COMMON, sequelize } as const;
  Piece.init(
    {
      id: id(),
      activityId: uuid(),
      personId: uuid(),
      frozen: { ...flag(), defaultValue: false },
      progress: { ...json(), defaultValue: { parts: {} } },
      progressThrough: { type: DataTypes.BIGINT, allowNull: false, defaultValue: 0 },
      made: { ...flag(), defaultValue: false },
      complete: { ...flag(), defaultValue: false },
      countedFor: { type: DataTypes.INTEGER },
      createdAt: now(),
    },
    { ...common, tableName: 'pieces' },
  );
  PieceUpdate.init(
    { id: serial(), pieceId: uuid(), data: bytes(), createdAt: now() },
    { ...common, tableName: 'piece_updates' },
  );
  PieceCopy.init(
    {
      id: id(),
      pieceId: uuid(),
      at: time(),
      through: { type: DataTypes.BIGINT, allowNull: false },
      data: bytes(),
      progress: json(),
    },
    { ...common, tableName: 'piece_copies' },
  );
  Submission.init(
    {
      id: id(),
      pieceId: uuid(),
      number: { ...integer(), field: 'go' },
      key: uuid(),
      sentAt: time(),
      late: flag(),
      document: bytes(),
      manifest: json(),
      word: maybeText(),
      felt: maybeText(),
      voiceId: { type: DataTypes.UUID },
      withdrawnAt: maybeTime(),
      lent: maybeJson(),
    },
    { ...common, tableName: 'submissions', defaultScope: { attributes: { exclude: ['document'] } } },
  );
  Review.init(
    {
      id: id(),
      submissionId: uuid(),
      reviewerId: uuid(),
      note: { ...text(), defaultValue: '' },
      outcome: maybeText(),
      begunAt: maybeTime(),
      releasedAt: maybeTime(),
      held: maybeText(),
      marked: { type: DataTypes.JSONB },
      version: { ...integer(), defaultValue: 0 },
      aside: { ...text(), defaultValue: '' },
      told: { type: DataTypes.JSONB },
      datesBefore: { type: DataTypes.JSONB },
      marks: { type: DataTypes.BLOB },
    },
    { ...common, tableName: 'reviews', defaultScope: { attributes: { exclude: ['marks'] } } },
  );
  MarkUpdate.init(
    { id: serial(), reviewId: uuid(), data: bytes(), createdAt: now() },
    { ...common, tableName: 'mark_updates' },
  );
  NoteReply.init(
    {
      id: id(),
      reviewId: uuid(),
      noteId: text(),
      personId: uuid(),
      words: text(),
      voiceId: maybeUuid(),
      at: time(),
    },
    { ...common, tableName: 'note_replies' },
  );
  Export.init(
    {
      id: id(),
      submissionId: maybeUuid(),
      activityId: maybeUuid(),
      askedBy: uuid(),
      style: text(),
      marked: flag(),
      state: { ...text(), defaultValue: 'waiting' },
      hash: maybeText(),
      size: maybeByteSize('size'),
      why: maybeText(),
      createdAt: now(),
    },
    { ...common, tableName: 'exports' },
  );
}
