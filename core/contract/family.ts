/** Those at home: how they join, what they see of a child, and what they and the teachers say to each other. */
import * as yup from 'yup';
import type { Outcome, PieceState } from '../piece/pieceState';
import type { GoPageView } from './pieces';
import { idParam } from './idParam';
import { LIMITS } from './limits';
import { cardFields } from './signIn';
import { trimmed } from './trimmed';

export const FAMILY_LIMITS = {
  /** People on one card, where the teacher says nothing. */
  people: 4,
  mostPeople: 12,
  /** Cards that are made at once. */
  cards: 200,
  /** Messages that are kept with one card. */
  messages: 500,
  /** Shortest password. */
  password: 10,
} as const;

/** A child as a family chooses between them. */
export interface ChildCard {
  id: string;
  name: string;
  badge: string;
  school: string;
  groups: string[];
  /** What came back and nobody at home has called seen. */
  unseen: number;
}

/** What home is told of a piece: nothing of a draft, so what was begun looks as what was not. */
export type HomeState = Extract<PieceState, 'new' | 'with-teacher' | 'another-go' | 'finished'>;

/** A go that came back. */
export interface HomeGo {
  id: string;
  number: number;
  outcome: Outcome;
  releasedAt: number;
  /** Names of those at home who have called it seen. */
  seenBy: string[];
}

export interface HomePiece {
  activityId: string;
  title: string;
  subject: string;
  teacher: string;
  due: number | null;
  /** Due has passed, and it was not sent. */
  overdue: boolean;
  state: HomeState;
  sentAt: number | null;
  /** Newest first. */
  goes: HomeGo[];
}

/** What a teacher has told the class. */
export interface HomeNotice {
  id: string;
  author: string;
  group: string;
  words: string;
  at: number;
}

/** Everything that home sees of a child. */
export interface HomeView {
  child: { id: string; name: string; badge: string };
  school: { name: string; zone: string };
  groups: string[];
  pieces: HomePiece[];
  notices: HomeNotice[];
  /** Walls that teachers have opened to families. */
  walls: { activityId: string; groupId: string; title: string; endsAt: number }[];
  /** The cards by which the child is seen: a family's own, and for the child all. */
  cards: { id: string; group: string; teachers: string[]; people: { name: string; lookedAt: number | null }[] }[];
}

/** A go that came back, as home sees it. */
export type HomeGoView = Pick<GoPageView, 'go' | 'title' | 'parts'> & {
  child: string;
  seenBy: string[];
  mayBeSeen: boolean;
};

export interface FamilyMessageView {
  id: string;
  author: { name: string; badge: string; teacher: boolean };
  mine: boolean;
  words: string;
  media: { id: string; kind: 'sound' } | null;
  at: number;
}

/** What a family and the teachers of a group say to each other. */
export interface FamilyTalkView {
  card: string;
  child: string;
  group: { id: string; name: string };
  /** Everybody who reads it. */
  readers: string[];
  /** Oldest first. */
  messages: FamilyMessageView[];
}

/** A card as its teacher keeps it. */
export interface FamilyCardView {
  id: string;
  child: { id: string; name: string; badge: string };
  code: string;
  most: number;
  people: { name: string; lookedAt: number | null }[];
  messages: number;
  /** Of the newest message; null for none. */
  lastAt: number | null;
}

/** Joining by a card. */
export const familyJoinBody = yup.object({
  ...cardFields,
  /** An e-mail address, or a name of one's own. */
  signInName: trimmed()
    .required('Say an e-mail address, or a name to sign in with.')
    .min(3, 'A name to sign in with has at least 3 characters.')
    .max(LIMITS.name, `It has at most ${LIMITS.name} characters.`),
  password: yup
    .string()
    .required('Choose a password.')
    .min(FAMILY_LIMITS.password, `A password has at least ${FAMILY_LIMITS.password} characters.`)
    .max(LIMITS.password, 'That password is too long.'),
  keep: yup.boolean().default(false),
  /** Whoever is signed in here stays so, and can be changed back to. */
  also: yup.boolean().default(false),
});

/** One more child, for somebody who has joined. */
export const familyChildBody = yup.object({ code: cardFields.code });

/** New cards, one a child; asked again with the same ids they are the same cards. */
export const familyCardsBody = yup.object({
  cards: yup
    .array(yup.object({ id: idParam, child: idParam }))
    .min(1, 'Say for whom.')
    .max(FAMILY_LIMITS.cards, `At most ${FAMILY_LIMITS.cards} cards are made at once.`)
    .required('Say for whom.'),
  most: yup
    .number()
    .integer('That is a whole number.')
    .min(1, 'At least one may join.')
    .max(FAMILY_LIMITS.mostPeople, `At most ${FAMILY_LIMITS.mostPeople} may join by one card.`)
    .default(FAMILY_LIMITS.people),
});

export const familyMessageBody = yup.object({
  id: idParam,
  words: trimmed().max(LIMITS.word, `A message has at most ${LIMITS.word} characters.`).default(''),
  media: yup.string().uuid('The file’s id must be a UUID.').nullable().default(null),
});

/** Somebody else who is signed in on this device, and to whom it is changed. */
export const switchBody = yup.object({ personId: idParam });
export interface PersonHere {
  id: string;
  name: string;
  badge: string;
}
