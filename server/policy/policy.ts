/**
 * Who may do what. Routes, sync and files all ask here and nowhere else. Each rule answers yes or no;
 * whether the moment is right (sent already, not open yet) is `pieceState`'s to say, passed in as `standing`.
 */
import type { PieceStanding } from '@lippet/core/piece/pieceState';
import type { Actor } from './actor';

type OwnedPiece = { personId: string };
type GroupWork = { groupId: string };
/** Work of a learner as a group’s, which they may have left since. */
type LearnersWork = GroupWork & { left: boolean };
type Asked = {
  groupId: string;
  askerId: string;
  audience: 'teacher' | 'class';
  sharedAt?: Date | null;
  closedAt?: Date | null;
};
/** What one learner says of another's work, and whether that other may see it. */
type Partnered = GroupWork & { reviewerId: string; authorId: string; shown: boolean };
/** Work on a wall: whose it is, and whether it hangs for all to see. */
type OnWall = GroupWork & { personId: string; hangs: boolean; openToHome?: boolean };
/** A sheet that several learners of a group fill together. */
type TogetherSheet = GroupWork & { fillers: ReadonlySet<string> };
/** An activity as it is made: whose it is, and which groups it is set for. */
type Planned = { teacherId: string; groups: readonly string[] };

export const policy = {
  /** Hearing a text: whoever is signed in, any; before that, on a device of a group, what stands on its screen. */
  hear: (actor: Actor | null, text: string, onScreen: readonly string[]): boolean =>
    actor !== null || onScreen.includes(text),

  /** Learners of the group see an activity once it has opened; its teachers always. */
  seeActivity: (actor: Actor, activity: GroupWork, standing: Pick<PieceStanding, 'notOpen'>): boolean =>
    actor.teaches.has(activity.groupId) || (actor.learnsIn.has(activity.groupId) && !standing.notOpen),

  /** Only learners have pieces. */
  startPiece: (actor: Actor, activity: GroupWork, standing: Pick<PieceStanding, 'notOpen'>): boolean =>
    actor.learnsIn.has(activity.groupId) && !standing.notOpen,

  /** A draft in full, over the live socket or as its details: its owner alone. */
  readPiece: (actor: Actor, piece: OwnedPiece): boolean => piece.personId === actor.personId,

  /** The draft as it changes: its owner, while the piece is not sent, finished or closed. */
  writePiece: (actor: Actor, piece: OwnedPiece, standing: Pick<PieceStanding, 'mayDraw'>): boolean =>
    piece.personId === actor.personId && standing.mayDraw,

  /** Watching and closing a link for another device's camera: who opened it. */
  keepCapture: (actor: Actor, link: { personId: string }): boolean => link.personId === actor.personId,

  /** Adding photos through such a link: whoever has its key, until it is closed or its time is over. */
  useCapture: (link: { expiresAt: Date; closedAt: Date | null }, now: number): boolean =>
    link.closedAt === null && link.expiresAt.getTime() > now,

  /** A file on its way to school: whoever is bringing it. */
  bringUpload: (actor: Actor, upload: { ownerId: string }): boolean => upload.ownerId === actor.personId,

  /** Sending, and taking back. */
  sendPiece: (actor: Actor, piece: OwnedPiece): boolean => piece.personId === actor.personId,

  /** A draft's small picture: its owner, and the group's teachers on the line. */
  seeDraftPicture: (actor: Actor, piece: OwnedPiece, activity: GroupWork): boolean =>
    piece.personId === actor.personId || actor.teaches.has(activity.groupId),

  /**
   * Files that a learner made for a piece: its owner, and the group's teachers, who see them in drafts' pictures and in
   * goes.
   */
  readPieceMedia: (actor: Actor, piece: OwnedPiece, activity: GroupWork): boolean =>
    piece.personId === actor.personId || actor.teaches.has(activity.groupId),

  /** A voice that a teacher added to a review: the group's teachers; the piece's owner once that review is released. */
  readReviewMedia: (actor: Actor, piece: OwnedPiece, activity: GroupWork, released: boolean): boolean =>
    actor.teaches.has(activity.groupId) || (piece.personId === actor.personId && released),

  /** Adding a voice to a review: the group's teachers, while a go waits for an answer. */
  addReviewMedia: (actor: Actor, work: LearnersWork, standing: Pick<PieceStanding, 'state'>): boolean =>
    policy.answer(actor, work) && standing.state === 'with-teacher',

  /** A go that was sent. One that was taken back is its owner's alone again. */
  readGo: (actor: Actor, piece: OwnedPiece, activity: GroupWork, submission: { withdrawnAt: Date | null }): boolean =>
    piece.personId === actor.personId || (actor.teaches.has(activity.groupId) && submission.withdrawnAt === null),

  /** Looking at what a group has sent: its teachers, also at that of learners who have left. */
  review: (actor: Actor, activity: GroupWork): boolean => actor.teaches.has(activity.groupId),

  /** Answering it: the group’s teachers, while the learner is with them. */
  answer: (actor: Actor, work: LearnersWork): boolean => actor.teaches.has(work.groupId) && !work.left,

  /** Marks: the group's teachers; the piece's owner once they are released. */
  readMarks: (actor: Actor, piece: OwnedPiece, activity: GroupWork, review: { releasedAt: Date | null }): boolean =>
    actor.teaches.has(activity.groupId) || (piece.personId === actor.personId && review.releasedAt !== null),

  /**
   * Saying something under the notes of a review, and reading that: its learner and the group's teachers, once it is
   * released.
   */
  replyToNotes: (actor: Actor, piece: OwnedPiece, activity: GroupWork, review: { releasedAt: Date | null }): boolean =>
    review.releasedAt !== null && (actor.teaches.has(activity.groupId) || piece.personId === actor.personId),

  /** Looking at a partner's work, and saying something of it: whoever it was given to, while they are of the group. */
  reviewAsPartner: (actor: Actor, review: Omit<Partnered, 'shown'>): boolean =>
    actor.personId === review.reviewerId && actor.learnsIn.has(review.groupId),

  /** What a partner says: themselves, the group's teachers; whose work it is once it is shown to them. */
  readPartnersReview: (actor: Actor, review: Partnered): boolean =>
    actor.personId === review.reviewerId ||
    actor.teaches.has(review.groupId) ||
    (actor.personId === review.authorId && review.shown),

  /** Saying whether it helped: whose work it is, once it is shown to them. */
  thankPartner: (actor: Actor, review: Partnered): boolean => actor.personId === review.authorId && review.shown,

  /** Seeing all that partners say, and holding it back: the group's teachers. */
  leadPartners: (actor: Actor, work: GroupWork): boolean => actor.teaches.has(work.groupId),

  /** Hanging work of one's own on the wall of one's group, while one is of it. */
  hangWork: (actor: Actor, piece: OwnedPiece, work: LearnersWork): boolean =>
    piece.personId === actor.personId && actor.learnsIn.has(work.groupId) && !work.left,

  /** What hangs: everybody of the group. What waits or is held back: whose it is, and the group's teachers. */
  seeHanging: (actor: Actor, hanging: OnWall): boolean =>
    actor.teaches.has(hanging.groupId) ||
    (actor.learnsIn.has(hanging.groupId) && (hanging.hangs || hanging.personId === actor.personId)) ||
    (hanging.hangs && policy.seeWallFromHome(actor, { ...hanging, openToHome: hanging.openToHome === true })),

  /** Saying something to what hangs: everybody of the group who sees it. */
  answerOnWall: (actor: Actor, hanging: Omit<OnWall, 'openToHome'>): boolean =>
    hanging.hangs && policy.seeHanging(actor, hanging),

  /** Looking at a wall from home: while a teacher has opened it, the families of the group. */
  seeWallFromHome: (actor: Actor, wall: GroupWork & { openToHome: boolean }): boolean =>
    wall.openToHome && actor.homeIn.has(wall.groupId),

  /** Taking down: whose it is, at any time, and the group's teachers. */
  takeDown: (actor: Actor, hanging: Omit<OnWall, 'hangs'>): boolean =>
    hanging.personId === actor.personId || actor.teaches.has(hanging.groupId),

  /** Letting classes that come later see it: whose it is; taking that back its teachers, too. */
  answerForExample: (actor: Actor, hanging: Omit<OnWall, 'hangs'>, example: 'none' | 'named' | 'nameless'): boolean =>
    hanging.personId === actor.personId || (example === 'none' && actor.teaches.has(hanging.groupId)),

  /** Letting work and answers hang: the group's teachers. */
  leadWall: (actor: Actor, wall: GroupWork): boolean => actor.teaches.has(wall.groupId),

  /** Seeing a sheet that several fill together: those who fill it, while they are of the group, and its teachers. */
  seeShared: (actor: Actor, sheet: TogetherSheet): boolean =>
    actor.teaches.has(sheet.groupId) || (actor.learnsIn.has(sheet.groupId) && sheet.fillers.has(actor.personId)),

  /** Adding to it: whoever fills it, while it is open and their own work is not sent; its teachers at any time. */
  addToShared: (
    actor: Actor,
    sheet: TogetherSheet & { closed: boolean },
    standing: Pick<PieceStanding, 'mayDraw'> | null,
  ): boolean =>
    actor.teaches.has(sheet.groupId) ||
    (policy.seeShared(actor, sheet) && !sheet.closed && standing !== null && standing.mayDraw),

  /**
   * Seeing there what others made: at once, or where that is hidden at first, whoever has added something; its teachers
   * at any time.
   */
  seeOthersOnShared: (actor: Actor, sheet: GroupWork & { hides: boolean }, added: number): boolean =>
    actor.teaches.has(sheet.groupId) || !sheet.hides || added > 0,

  /** Changing what lies there, asked at each change: whose it is, and the group's teachers. */
  changeOnShared: (actor: Actor, sheet: GroupWork, makerId: string): boolean =>
    actor.teaches.has(sheet.groupId) || makerId === actor.personId,

  /** Opening and closing it, and saying who sees what: the group's teachers. */
  leadShared: (actor: Actor, sheet: GroupWork): boolean => actor.teaches.has(sheet.groupId),

  /** A file made of a go: whoever asked for it. It holds what they were allowed to see then. */
  readExport: (actor: Actor, made: { askedBy: string }): boolean => made.askedBy === actor.personId,

  /** Saying what is the same for everybody of a school: its teachers. */
  keepSchool: (actor: Actor): boolean => actor.role === 'teacher',

  /** Making and changing activities: teachers. */
  makeActivity: (actor: Actor): boolean => actor.role === 'teacher',

  /**
   * An activity as it is made, with its drafts and its files: who made it, and the teachers of the groups that it is
   * set for.
   */
  planActivity: (actor: Actor, activity: Planned): boolean =>
    actor.role === 'teacher' &&
    (actor.personId === activity.teacherId || activity.groups.some((group) => actor.teaches.has(group))),

  /** Setting work for a group: its teachers. */
  setFor: (actor: Actor, groupId: string): boolean => actor.teaches.has(groupId),

  /**
   * A learner looks at what is shown with an activity, from the time that it is shown; what answers it, once a go was
   * sent.
   */
  seeMaterial: (material: { shown: 'start' | 'at' | 'sent'; at: number | null }, sent: boolean, now: number): boolean =>
    material.shown === 'start' || (material.shown === 'at' ? material.at !== null && now >= material.at : sent),

  /** An address for dates: learners, of their own; those at home, of their children's. */
  keepCalendar: (actor: Actor): boolean => actor.role === 'learner' || actor.role === 'family',

  /** All that home sees of a child: those who have joined for that child, and the child, who may know it. */
  seeHome: (actor: Actor, childId: string): boolean => actor.watches.has(childId) || actor.personId === childId,

  /** What came back of a child's go, and nothing before it did. */
  seeReleased: (actor: Actor, piece: OwnedPiece, released: boolean): boolean =>
    released && policy.seeHome(actor, piece.personId),

  /** The sheets of an activity that a learner has, once it has opened: that learner, and those at home. */
  seeSheets: (actor: Actor, work: GroupWork & OwnedPiece, standing: Pick<PieceStanding, 'notOpen'>): boolean =>
    policy.seeActivity(actor, work, standing) || (actor.watches.has(work.personId) && !standing.notOpen),

  /**
   * Staying signed in on a device beside somebody else: a child and those at home. Two children of a class share devices
   * as well, and a teacher's session is nobody's to change to.
   */
  stayBeside: (actor: Pick<Actor, 'role'>, next: Pick<Actor, 'role'>): boolean => {
    const roles = [actor.role, next.role];
    return roles.includes('family') && roles.every((role) => role === 'family' || role === 'learner');
  },

  /** Saying that it was seen: those at home. */
  callSeen: (actor: Actor, piece: OwnedPiece, released: boolean): boolean =>
    released && actor.watches.has(piece.personId),

  /** What a family and the teachers say to each other: who has joined by the card, while it holds; the group's teachers. */
  talkAtHome: (actor: Actor, card: GroupWork & { joined: boolean; ended: boolean }): boolean =>
    actor.teaches.has(card.groupId) || (card.joined && !card.ended),

  /** Making cards for families, and ending them: the group's teachers. */
  leadFamilies: (actor: Actor, groupId: string): boolean => actor.teaches.has(groupId),

  /** A question: who asked, and the group's teachers; the class where it was asked of the class, or was shared. */
  readThread: (actor: Actor, thread: Asked): boolean =>
    thread.askerId === actor.personId ||
    actor.teaches.has(thread.groupId) ||
    (actor.learnsIn.has(thread.groupId) && (thread.audience === 'class' || Boolean(thread.sharedAt))),

  /**
   * The place on a sheet that a question is about, on the asker’s own work: the asker and the group's teachers,
   * whoever else reads the words.
   */
  seeThreadPlace: (actor: Actor, thread: Asked): boolean =>
    thread.askerId === actor.personId || actor.teaches.has(thread.groupId),

  /**
   * Answering: whoever it was asked of, and who asked, until it is closed. What was only shared is not theirs to
   * answer.
   */
  answerThread: (actor: Actor, thread: Asked): boolean =>
    actor.teaches.has(thread.groupId) ||
    (!thread.closedAt &&
      (thread.askerId === actor.personId || (thread.audience === 'class' && actor.learnsIn.has(thread.groupId)))),

  /** Sharing and closing questions, and taking messages away: the group's teachers. */
  leadThread: (actor: Actor, thread: Asked): boolean => actor.teaches.has(thread.groupId),

  /** What a class shares: its learners and teachers. */
  readClassroom: (actor: Actor, groupId: string): boolean => actor.teaches.has(groupId) || actor.learnsIn.has(groupId),

  /** Notices, the question of the day, the lesson by link, and taking away what was said: the group's teachers. */
  leadClassroom: (actor: Actor, groupId: string): boolean => actor.teaches.has(groupId),

  /** Bringing a picture or a voice to say something with: whoever may say something there. */
  addClassroomMedia: (actor: Actor, groupId: string): boolean =>
    actor.teaches.has(groupId) || actor.learnsIn.has(groupId) || actor.homeIn.has(groupId),

  /** Answering the question of the day: the group's learners. */
  answerDaily: (actor: Actor, question: GroupWork): boolean => actor.learnsIn.has(question.groupId),

  /** The day's answers: the group's teachers; its learners where all may see them. */
  seeDayAnswers: (actor: Actor, question: GroupWork & { seenBy: 'teacher' | 'all' }): boolean =>
    actor.teaches.has(question.groupId) || (question.seenBy === 'all' && actor.learnsIn.has(question.groupId)),

  /** Letting others join an activity by a code, and saying who they are: its teachers. */
  leadJoining: (actor: Actor, activity: Planned): boolean => policy.planActivity(actor, activity),

  /** Making groups: teachers. */
  makeGroup: (actor: Actor): boolean => actor.role === 'teacher',

  /** Adding learners to a group, giving them new keys, letting them leave: its teachers. */
  keepGroup: (actor: Actor, groupId: string): boolean => actor.teaches.has(groupId),

  /** The class list with its code. */
  seeClass: (actor: Actor, groupId: string): boolean => actor.teaches.has(groupId),
};
