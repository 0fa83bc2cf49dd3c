/** Files at school, on their way, and how they come. */
import { DataTypes, type CreationOptional, type Sequelize } from 'sequelize';
import type { MediaKind, MediaState } from '@lippet/core/contract/media';
import {
  COMMON,
  Row,
  byteSize,
  bytes,
  id,
  integer,
  json,
  maybeByteSize,
  maybeInteger,
  maybeText,
  maybeTime,
  maybeUuid,
  now,
  text,
  time,
  uuid,
} from './columns';

export class Media extends Row<Media> {
  declare id: string;
  declare ownerId: string;
  /** Where it belongs: one of these three. */
  declare pieceId: CreationOptional<string | null>;
  declare activityId: CreationOptional<string | null>;
  declare groupId: CreationOptional<string | null>;
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
  /** Numbers of the pages of a teacher's PDF that learners are given; null for all. */
  declare givenPages: CreationOptional<number[] | null>;
  /** The file that holds only these, once it is made. */
  declare givenHash: CreationOptional<string | null>;
  declare givenSize: CreationOptional<number | null>;
  /** In LUFS; null for silence. */
  declare loudness: CreationOptional<number | null>;
  declare peaks: CreationOptional<number[] | null>;
  declare createdAt: CreationOptional<Date>;
}

/** A file of a piece that school would not take. */
export class RefusedMedia extends Row<RefusedMedia> {
  declare id: string;
  declare pieceId: string;
  /** In a sentence. */
  declare why: string;
  declare at: CreationOptional<Date>;
}

/** A file that something has stopped naming, until it is tidied. */
export class DroppedFile extends Row<DroppedFile> {
  declare hash: string;
}

/** A file that is arriving by tus, under the id of the media that it will be. */
export class Upload extends Row<Upload> {
  declare id: string;
  declare ownerId: string;
  /** Where it will belong: one of these three. */
  declare pieceId: CreationOptional<string | null>;
  declare activityId: CreationOptional<string | null>;
  declare groupId: CreationOptional<string | null>;
  /** Of the whole file, in bytes. */
  declare size: number;
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

export function defineFiles(sequelize: Sequelize): void {
  const common = { ...COMMON, sequelize } as const;
  Media.init(
    {
      id: id(),
      ownerId: uuid(),
      pieceId: maybeUuid(),
      activityId: maybeUuid(),
      groupId: maybeUuid(),
      kind: text(),
      type: text(),
      hash: text(),
      size: byteSize('size'),
      width: maybeInteger(),
      height: maybeInteger(),
      pages: maybeInteger(),
      state: { ...text(), defaultValue: 'ready' },
      why: maybeText(),
      seconds: { type: DataTypes.DOUBLE },
      playableHash: maybeText(),
      playableType: maybeText(),
      playableSize: maybeByteSize('playableSize'),
      coverHash: maybeText(),
      givenPages: { type: DataTypes.JSONB },
      givenHash: maybeText(),
      givenSize: maybeByteSize('givenSize'),
      loudness: { type: DataTypes.DOUBLE },
      peaks: { type: DataTypes.JSONB },
      createdAt: now(),
    },
    { ...common, tableName: 'media' },
  );
  Upload.init(
    {
      id: id(),
      ownerId: uuid(),
      pieceId: maybeUuid(),
      activityId: maybeUuid(),
      groupId: maybeUuid(),
      size: byteSize('size'),
      createdAt: now(),
    },
    { ...common, tableName: 'uploads' },
  );
  DroppedFile.init({ hash: { ...text(), primaryKey: true } }, { ...common, tableName: 'dropped_files' });
  RefusedMedia.init({ id: id(), pieceId: uuid(), why: text(), at: now() }, { ...common, tableName: 'refused_media' });
  CaptureLink.init(
    {
      id: id(),
      pieceId: uuid(),
      personId: uuid(),
      title: text(),
      keyHash: bytes(),
      codeHash: bytes(),
      expiresAt: time(),
      closedAt: maybeTime(),
    },
    { ...common, tableName: 'capture_links' },
  );
  CapturePhoto.init({ mediaId: id(), linkId: uuid(), at: time() }, { ...common, tableName: 'capture_photos' });
  Speech.init(
    {
      key: { ...text(), primaryKey: true },
      hash: text(),
      size: integer(),
      seconds: { type: DataTypes.DOUBLE, allowNull: false },
      times: json(),
      createdAt: now(),
    },
    { ...common, tableName: 'speeches' },
  );
}
