import type { Actor } from './actor';
import { policy } from './policy';

const actor = (personId: string, learnsIn: string[] = [], teaches: string[] = []): Actor => ({
  personId,
  sessionId: 's',
  role: teaches.length > 0 ? 'teacher' : 'learner',
  learnsIn: new Set(learnsIn),
  teaches: new Set(teaches),
  watches: new Set(),
  homeIn: new Set(),
});
const owner = actor('ada', ['reeds']);
const classmate = actor('ben', ['reeds']);
const stranger = actor('cai', ['dunes']);
const teacher = actor('reed', [], ['reeds']);
const otherTeacher = actor('dune', [], ['dunes']);
const all = { owner, classmate, stranger, teacher, otherTeacher };

const piece = { personId: 'ada' };
const work = { groupId: 'reeds', left: false };
const left = { ...work, left: true };
const now = { notOpen: false, mayDraw: true };
/** Names of those a rule lets through. */
const allowed = (rule: (who: Actor) => boolean): string[] =>
  Object.entries(all)
    .filter(([, who]) => rule(who))
    .map(([name]) => name);

describe('the policy', () => {
  it.each([
    ['see an open activity', (who: Actor) => policy.seeActivity(who, work, now), ['owner', 'classmate', 'teacher']],
    ['see one that has not opened', (who: Actor) => policy.seeActivity(who, work, { notOpen: true }), ['teacher']],
    ['start a piece', (who: Actor) => policy.startPiece(who, work, now), ['owner', 'classmate']],
    ['start one too early', (who: Actor) => policy.startPiece(who, work, { notOpen: true }), []],
    ['read a draft', (who: Actor) => policy.readPiece(who, piece), ['owner']],
    ['draw', (who: Actor) => policy.writePiece(who, piece, now), ['owner']],
    ['draw on what is sent', (who: Actor) => policy.writePiece(who, piece, { mayDraw: false }), []],
    ['send', (who: Actor) => policy.sendPiece(who, piece), ['owner']],
    ['see a draft’s picture', (who: Actor) => policy.seeDraftPicture(who, piece, work), ['owner', 'teacher']],
    ['see its pictures', (who: Actor) => policy.readPieceMedia(who, piece, work), ['owner', 'teacher']],
    [
      'hear a review before it is released',
      (who: Actor) => policy.readReviewMedia(who, piece, work, false),
      ['teacher'],
    ],
    ['hear it after', (who: Actor) => policy.readReviewMedia(who, piece, work, true), ['owner', 'teacher']],
    [
      'speak to a go that waits',
      (who: Actor) => policy.addReviewMedia(who, work, { state: 'with-teacher' }),
      ['teacher'],
    ],
    ['speak to a draft', (who: Actor) => policy.addReviewMedia(who, work, { state: 'started' }), []],
    ['bring what they began to bring', (who: Actor) => policy.bringUpload(who, { ownerId: 'ada' }), ['owner']],
    ['read a go', (who: Actor) => policy.readGo(who, piece, work, { withdrawnAt: null }), ['owner', 'teacher']],
    [
      'read a go that was taken back',
      (who: Actor) => policy.readGo(who, piece, work, { withdrawnAt: new Date() }),
      ['owner'],
    ],
    ['review', (who: Actor) => policy.review(who, work), ['teacher']],
    ['answer', (who: Actor) => policy.answer(who, work), ['teacher']],
    ['look at what a learner sent who has left', (who: Actor) => policy.review(who, left), ['teacher']],
    ['answer a learner who has left', (who: Actor) => policy.answer(who, left), []],
    [
      'speak to a learner who has left',
      (who: Actor) => policy.addReviewMedia(who, left, { state: 'with-teacher' }),
      [],
    ],
    [
      'read marks before they are released',
      (who: Actor) => policy.readMarks(who, piece, work, { releasedAt: null }),
      ['teacher'],
    ],
    [
      'read marks after',
      (who: Actor) => policy.readMarks(who, piece, work, { releasedAt: new Date() }),
      ['owner', 'teacher'],
    ],
    ['fetch a file they asked for', (who: Actor) => policy.readExport(who, { askedBy: 'ada' }), ['owner']],
    ['read what a class shares', (who: Actor) => policy.readClassroom(who, 'reeds'), ['owner', 'classmate', 'teacher']],
    ['lead it', (who: Actor) => policy.leadClassroom(who, 'reeds'), ['teacher']],
    ['answer the question of the day', (who: Actor) => policy.answerDaily(who, work), ['owner', 'classmate']],
    [
      'see answers that teachers alone see',
      (who: Actor) => policy.seeDayAnswers(who, { ...work, seenBy: 'teacher' }),
      ['teacher'],
    ],
    [
      'see answers that all see',
      (who: Actor) => policy.seeDayAnswers(who, { ...work, seenBy: 'all' }),
      ['owner', 'classmate', 'teacher'],
    ],
    [
      'see the place of a question to the class',
      (who: Actor) => policy.seeThreadPlace(who, { ...work, askerId: 'ada', audience: 'class' }),
      ['owner', 'teacher'],
    ],
    ['see the class', (who: Actor) => policy.seeClass(who, 'reeds'), ['teacher']],
  ] as const)('says who may %s', (_, rule, names) => {
    expect(allowed(rule)).toEqual(names);
  });
});
