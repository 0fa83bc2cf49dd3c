/** Who is at school, and who is signed in. */
import { DataTypes, type CreationOptional, type Sequelize } from 'sequelize';
import type { LiveLesson } from '@lippet/core/contract/class';
import type { DecimalMark } from '@lippet/core/questions/numbers/typedNumber';
import { USUAL_KEY_LENGTH, type KeyLength } from '@lippet/core/contract/pictureKey';
import type { Role, SecretKind } from '@lippet/core/contract/signIn';
import type { OwnSettings } from '@lippet/core/contract/settings';
import {
  COMMON,
  Row,
  bytes,
  flag,
  id,
  integer,
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

export class School extends Row<School> {
  declare id: string;
  declare name: string;
  /** IANA time zone. */
  declare zone: string;
  /** How numbers are written. */
  declare decimalMark: CreationOptional<DecimalMark>;
}

export class Person extends Row<Person> {
  declare id: string;
  declare schoolId: string;
  declare role: Role;
  declare name: string;
  declare signInName: string;
  declare secretKind: SecretKind;
  /** Nothing is kept of a letter's number beyond its quarter of an hour. */
  declare secretHash: CreationOptional<string | null>;
  /** How many pictures their key has, where it is one of pictures. */
  declare keyLength: CreationOptional<KeyLength>;
  /** `#RRGGBB` of the badge. */
  declare badge: string;
  /** SHA-256 of the key in the address of their calendar. */
  declare calendarHash: CreationOptional<Buffer | null>;
  /** How they read, hear and draw, on every device. */
  declare settings: CreationOptional<OwnSettings | null>;
  /** Where an evening letter goes; null for none. */
  declare mail: CreationOptional<string | null>;
  /** Up to when they were told by letter. */
  declare digestAt: CreationOptional<Date | null>;
}

export class Group extends Row<Group> {
  declare id: string;
  declare schoolId: string;
  declare name: string;
  declare code: string;
  /** The lesson that they meet in by a link. */
  declare live: CreationOptional<LiveLesson | null>;
  /** Not a class, but those who joined this activity by its code. */
  declare joinsId: CreationOptional<string | null>;
  /** Whether one may still join. */
  declare joinsOpen: CreationOptional<boolean>;
}

export class Membership extends Row<Membership> {
  declare personId: string;
  declare groupId: string;
  declare role: 'learner' | 'teacher';
  /** When they came; null for who was there from the beginning. */
  declare joinedAt: CreationOptional<Date | null>;
  /** When they left; what they made stays. */
  declare leftAt: CreationOptional<Date | null>;
}

/** A few learners of a group who are helped together. */
export class Crew extends Row<Crew> {
  declare id: string;
  declare activityId: string;
  declare groupId: string;
  declare name: string;
  declare note: CreationOptional<string>;
  declare meetsAt: CreationOptional<Date | null>;
  declare link: CreationOptional<string | null>;
  declare position: number;
}

export class CrewMember extends Row<CrewMember> {
  declare crewId: string;
  declare personId: string;
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
  declare device: string;
  declare succeeded: boolean;
  declare at: CreationOptional<Date>;
}

export function definePeople(sequelize: Sequelize): void {
  const common = { ...COMMON, sequelize } as const;
  School.init(
    { id: id(), name: text(), zone: text(), decimalMark: { ...text(), defaultValue: 'point' } },
    { ...common, tableName: 'schools' },
  );
  Person.init(
    {
      id: id(),
      schoolId: uuid(),
      role: text(),
      name: text(),
      signInName: text(),
      secretKind: text(),
      secretHash: maybeText(),
      keyLength: { ...integer(), defaultValue: USUAL_KEY_LENGTH },
      badge: text(),
      calendarHash: { type: DataTypes.BLOB },
      settings: maybeJson(),
      mail: maybeText(),
      digestAt: maybeTime(),
    },
    { ...common, tableName: 'people' },
  );
  Group.init(
    {
      id: id(),
      schoolId: uuid(),
      name: text(),
      code: text(),
      live: maybeJson(),
      joinsId: maybeUuid(),
      joinsOpen: { ...flag(), defaultValue: false },
    },
    { ...common, tableName: 'groups' },
  );
  Membership.init(
    {
      personId: { ...uuid(), primaryKey: true },
      groupId: { ...uuid(), primaryKey: true },
      role: text(),
      joinedAt: maybeTime(),
      leftAt: maybeTime(),
    },
    { ...common, tableName: 'memberships' },
  );
  Crew.init(
    {
      id: id(),
      activityId: uuid(),
      groupId: uuid(),
      name: text(),
      note: { ...text(), defaultValue: '' },
      meetsAt: maybeTime(),
      link: maybeText(),
      position: integer(),
    },
    { ...common, tableName: 'crews' },
  );
  CrewMember.init(
    { crewId: { ...uuid(), primaryKey: true }, personId: { ...uuid(), primaryKey: true } },
    { ...common, tableName: 'crew_members' },
  );
  Session.init(
    { id: id(), personId: uuid(), tokenHash: bytes(), kept: flag(), createdAt: now(), expiresAt: time() },
    { ...common, tableName: 'sessions' },
  );
  SignInAttempt.init(
    { id: serial(), who: text(), address: text(), device: text(), succeeded: flag(), at: now() },
    { ...common, tableName: 'sign_in_attempts' },
  );
}
