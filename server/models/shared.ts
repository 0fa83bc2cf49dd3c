/** Sheets that several fill together. */
import { type CreationOptional, type Sequelize } from 'sequelize';
import type { LaidPicture } from '@lippet/core/page/shared/sharedPictures';
import { COMMON, Row, flag, id, list, maybeTime, maybeUuid, uuid } from './columns';

/** One sheet of a part, in a group or one of its crews. Its document lies in `shared_updates`. */
export class SharedSheet extends Row<SharedSheet> {
  declare id: string;
  declare activityId: string;
  declare partId: string;
  declare groupId: string;
  /** Null for the whole group, or for those who are in no crew. */
  declare crewId: CreationOptional<string | null>;
  /** What others made is shown once one has added something. */
  declare hides: boolean;
  /** Learners add nothing since then. */
  declare closedAt: CreationOptional<Date | null>;
  /** Ids of the pictures that lie on it, each with that of whoever put it there; its file may still be on its way. */
  declare pictures: CreationOptional<LaidPicture[]>;
  /** Ids of those who have filled it, in the order of their places: whoever comes later takes nobody's. */
  declare seats: CreationOptional<string[]>;
}

export function defineShared(sequelize: Sequelize): void {
  SharedSheet.init(
    {
      id: id(),
      activityId: uuid(),
      partId: uuid(),
      groupId: uuid(),
      crewId: maybeUuid(),
      hides: flag(),
      closedAt: maybeTime(),
      pictures: list(),
      seats: list(),
    },
    { ...COMMON, sequelize, tableName: 'shared_sheets' },
  );
}
