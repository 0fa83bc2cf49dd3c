/**
 * The contract: one entry an address, below `/api`. The server's routes and the client's requests are both typed by it.
 * Not in it are addresses that answer with files, pictures and documents, and uploads (RFC 9110, tus).
 */
import {
  copyActivityBody,
  newActivityBody,
  savePlanBody,
  setPlanBody,
  type ActivityCard,
  type PlanView,
} from './activities';
import { answerBody, askBody, removeBody, type ThreadsView, type ThreadView } from './threads';
import {
  moreTimeBody,
  putRightBody,
  sinceBody,
  type AnswersView,
  type ChangedMark,
  type LaterAnswers,
} from './answers';
import { loneAnswerBody, type LoneQuestionView } from './loneQuestions';
import { schoolBody, type SchoolWays } from './schools';
import {
  helpBody,
  questionStateBody,
  stepAnswerBody,
  stepBody,
  type ExampleView,
  type HelpUsed,
  type StepView,
} from './questionHelp';
import { crewsBody, type CrewView, type OwnCrewView } from './crews';
import {
  hintBody,
  markTryBody,
  roundBody,
  tryBody,
  startBody,
  variantBody,
  type HintsView,
  type RoundView,
  type SetTimeView,
  type TriesView,
  type TryView,
  type VariantView,
} from './tries';
import { captureBody, captureKeyBody, type CaptureArrivals, type CaptureLinkView, type CaptureView } from './capture';
import {
  dayAnswerBody,
  folderBody,
  joinBody,
  liveBody,
  matchBody,
  noticeBody,
  questionBody,
  type ChoosableView,
  type ClassroomView,
  type FolderView,
  type JoiningView,
} from './class';
import type { ClassView } from './classes';
import { begins, does, gives, makes, type Endpoint } from './endpoint';
import {
  familyCardsBody,
  familyChildBody,
  familyJoinBody,
  familyMessageBody,
  switchBody,
  type ChildCard,
  type FamilyCardView,
  type FamilyTalkView,
  type HomeGoView,
  type HomeView,
  type PersonHere,
} from './family';
import { exportBody, type CopyView, type ExportView } from './exports';
import { newGroupBody, newKeysBody, newLearnersBody, type GroupView, type KeyCard } from './groups';
import type { MarksView } from './marks';
import { arrivedBody, type MediaView } from './media';
import type { KeptNoteView } from '../review/keptNotes';
import { keptNoteBody, replyBody, useNoteBody, type NoteTalkView } from './notes';
import {
  dayBody,
  sendBody,
  type CalendarView,
  type GoPageView,
  type GoView,
  type NowView,
  type PieceView,
} from './pieces';
import { holdBody, manyBody, noteBody, recallBody, releaseBody, remindBody } from './reviewBodies';
import type { ManyAnswered, ReviewActivity, ReviewQueueView, ReviewView, ToldHeld, WaitingPiece } from './reviewing';
import {
  deviceBody,
  letterNumberBody,
  mailBody,
  settingsBody,
  signInBody,
  signInLetterBody,
  type DeviceGroup,
  type LetterView,
  type Me,
} from './signIn';
import {
  partnerDecideBody,
  partnerGiveBody,
  partnerSayBody,
  partnerThanksBody,
  type PartnerAnswerView,
  type PartnerBoard,
  type PartnerDuty,
  type PartnerReviewView,
} from './partners';
import { sharedWaysBody, type SharedCard, type SharedView } from './shared';
import { speechBody, type SpeechView } from './speech';
import { stampBody, type KeptStampView } from './stamps';
import type { UpdateView } from './updates';
import {
  hangBody,
  letBody,
  thankAllBody,
  exampleBody,
  wallAnswerBody,
  wallFamiliesBody,
  type WallCard,
  type WallView,
} from './wall';

export const API = {
  // The device's group, and signing in and out.
  'GET /device': gives<DeviceGroup | null>().forAnybody(),
  'POST /device': gives<DeviceGroup>().taking(deviceBody).forAnybody(),
  'DELETE /device': does().forAnybody(),
  'POST /sessions': makes<Me>().taking(signInBody).forAnybody(),
  // A letter with a number, and signing in by it.
  'POST /sign-in-letters': makes<{ id: string }>().taking(signInLetterBody).forAnybody(),
  'POST /sign-in-letters/:id/sessions': makes<Me>().taking(letterNumberBody).forAnybody(),
  'DELETE /sessions': does(),
  'DELETE /sessions/current': does(),
  'POST /joins': makes<Me>().taking(joinBody).forAnybody(),
  // Others who are signed in on this device, and changing to one of them.
  'GET /device/people': gives<PersonHere[]>().forAnybody(),
  'POST /sessions/switch': gives<Me>().taking(switchBody).forAnybody(),
  'GET /me': gives<Me | null>().forAnybody(),
  'PUT /me/settings': gives<Me>().taking(settingsBody),
  'PUT /school': gives<SchoolWays>().taking(schoolBody),
  'PUT /me/mail': gives<Me>().taking(mailBody),
  'GET /me/letters': gives<LetterView[]>(),
  'GET /updates': gives<UpdateView[]>(),
  'POST /updates/seen': does(),

  // The learner's side: Now, pieces, goes.
  'GET /now': gives<NowView>(),
  'GET /now/questions': gives<LoneQuestionView[]>(),
  'POST /activities/:id/lone-answer': gives<LoneQuestionView>().taking(loneAnswerBody),
  'GET /collection': gives<ChoosableView[]>(),
  'POST /activities/:id/piece': gives<{ pieceId: string }>(),
  'PUT /activities/:id/day': does().taking(dayBody),
  'POST /calendar': makes<CalendarView>(),
  'DELETE /calendar': does(),
  'GET /pieces/:id': gives<PieceView>(),
  'POST /pieces/:id/send': gives<GoView>().taking(sendBody),
  'POST /pieces/:id/take-back': does(),
  'GET /pieces/:id/tries': gives<TriesView>(),
  'POST /pieces/:id/tries': gives<TryView>().taking(tryBody),
  'POST /pieces/:id/hints': gives<HintsView>().taking(hintBody),
  'POST /pieces/:id/set-times': gives<SetTimeView>().taking(startBody),
  'POST /pieces/:id/rounds': gives<RoundView>().taking(roundBody),
  'POST /pieces/:id/steps': gives<StepView>().taking(stepBody),
  'POST /pieces/:id/step-answers': gives<HelpUsed>().taking(stepAnswerBody),
  'POST /pieces/:id/examples': gives<ExampleView>().taking(helpBody),
  'POST /pieces/:id/looks': does().taking(helpBody),
  'POST /pieces/:id/variants': gives<VariantView>().taking(variantBody),
  'PUT /tries/:id/share': gives<TryView>().taking(markTryBody),
  'GET /crews': gives<OwnCrewView[]>(),
  'GET /pieces/:id/copies': gives<CopyView[]>(),
  'GET /goes/:id': gives<GoPageView>(),
  'GET /goes/:id/tries': gives<TriesView>(),
  'GET /goes/:id/like': gives<GoView[]>(),

  // Files: that they have arrived, what is known of them, and what is made of goes.
  'POST /pieces/:id/media/:media': gives<MediaView>().taking(arrivedBody),
  'POST /activities/:id/media/:media': gives<MediaView>().taking(arrivedBody),
  'POST /groups/:id/media/:media': gives<MediaView>().taking(arrivedBody),
  'GET /media/:id/about': gives<MediaView>(),
  'POST /speech': gives<SpeechView>().taking(speechBody).forAnybody(),
  'POST /goes/:id/exports': begins<ExportView>().taking(exportBody),
  'POST /activities/:id/exports': begins<ExportView>(),
  'GET /exports/:id': gives<ExportView>(),

  // Another device as a learner's camera.
  'POST /pieces/:id/captures': makes<CaptureLinkView>().taking(captureBody),
  'GET /captures/:id': gives<CaptureArrivals>(),
  'DELETE /captures/:id': does(),
  'POST /captures': gives<CaptureView>().taking(captureKeyBody).forAnybody(),

  // Making activities.
  'GET /activities': gives<ActivityCard[]>(),
  'POST /activities': makes<{ id: string }>().taking(newActivityBody),
  /** Its body is a file: an activity that was taken out. */
  'POST /activities/archives': makes<{ id: string }>(),
  'GET /activities/:id/plan': gives<PlanView>(),
  'PUT /activities/:id/plan': gives<{ version: number }>().taking(savePlanBody),
  'DELETE /activities/:id/draft': gives<PlanView>(),
  'POST /activities/:id/set': gives<PlanView>().taking(setPlanBody),
  'POST /activities/:id/archive': gives<PlanView>(),
  'DELETE /activities/:id/archive': gives<PlanView>(),
  'POST /activities/:id/copy': makes<{ id: string }>().taking(copyActivityBody),
  'GET /activities/:id/joining': gives<JoiningView>(),
  'PUT /activities/:id/joining': gives<JoiningView>(),
  'DELETE /activities/:id/joining': gives<JoiningView>(),
  'POST /activities/:id/joining/:guest/match': gives<JoiningView>().taking(matchBody),

  // Questions about activities.
  'GET /activities/:id/threads': gives<ThreadsView>(),
  'POST /activities/:id/threads': makes<ThreadView>().taking(askBody),
  'POST /threads/:id/messages': makes<ThreadView>().taking(answerBody),
  'POST /threads/:id/share': gives<ThreadView>(),
  'DELETE /threads/:id/share': gives<ThreadView>(),
  'POST /threads/:id/close': gives<ThreadView>(),
  'DELETE /threads/:id/close': gives<ThreadView>(),
  'POST /messages/:id/remove': gives<ThreadView>().taking(removeBody),

  // Groups as their teachers keep them, and what a class shares beside its work.
  'GET /classes': gives<ClassView[]>(),
  'POST /groups': makes<GroupView>().taking(newGroupBody),
  'GET /groups/:id': gives<GroupView>(),
  'POST /groups/:id/learners': makes<KeyCard[]>().taking(newLearnersBody),
  'POST /groups/:id/keys': gives<KeyCard[]>().taking(newKeysBody),
  'DELETE /groups/:id/learners/:person': gives<GroupView>(),
  'POST /groups/:id/learners/:person': gives<GroupView>(),
  'GET /activities/:id/groups/:group/answers': gives<AnswersView>(),
  'POST /activities/:id/groups/:group/answers': gives<LaterAnswers>().taking(sinceBody),
  'POST /activities/:id/groups/:group/more-time': does().taking(moreTimeBody),
  'PUT /activities/:id/groups/:group/question-state': does().taking(questionStateBody),
  'POST /activities/:id/put-right': gives<ChangedMark[]>().taking(putRightBody),
  'GET /activities/:id/groups/:group/crews': gives<CrewView[]>(),
  'PUT /activities/:id/groups/:group/crews': gives<CrewView[]>().taking(crewsBody),
  'GET /groups/:id/marks': gives<MarksView>(),
  'GET /groups/:id/classroom': gives<ClassroomView>(),
  'POST /groups/:id/notices': makes<ClassroomView>().taking(noticeBody),
  'POST /notices/:id/replies': makes<ClassroomView>().taking(noticeBody),
  'POST /notices/:id/remove': gives<ClassroomView>().taking(removeBody),
  'PUT /groups/:id/question': gives<ClassroomView>().taking(questionBody),
  'DELETE /groups/:id/question': gives<ClassroomView>(),
  'PUT /questions/:id/answer': gives<ClassroomView>().taking(dayAnswerBody),
  'PUT /groups/:id/live': gives<ClassroomView>().taking(liveBody),
  'DELETE /groups/:id/live': gives<ClassroomView>(),
  'GET /groups/:id/folders': gives<FolderView[]>(),
  'PUT /groups/:id/folders': gives<FolderView[]>().taking(folderBody),
  'DELETE /folders/:id': gives<FolderView[]>(),

  // Partners: learners who look at each other's work. All of it is asked for by the review's own id.
  'GET /now/partners': gives<PartnerDuty[]>(),
  'POST /partner-reviews/:id/open': gives<PartnerReviewView>(),
  'PUT /partner-reviews/:id/said': gives<{ version: number }>().taking(partnerSayBody),
  'POST /partner-reviews/:id/give': does().taking(partnerGiveBody),
  'DELETE /partner-reviews/:id/give': does(),
  'PUT /partner-reviews/:id/thanks': does().taking(partnerThanksBody),
  'PUT /partner-reviews/:id/decision': does().taking(partnerDecideBody),
  'GET /activities/:id/partner-answers': gives<PartnerAnswerView[]>(),
  'GET /activities/:id/groups/:group/partners': gives<PartnerBoard>(),

  // The walls of a group.
  'GET /groups/:id/walls': gives<WallCard[]>(),
  'GET /activities/:id/groups/:group/wall': gives<WallView>(),
  'POST /activities/:id/groups/:group/wall/all': does(),
  'POST /activities/:id/groups/:group/wall/thanks': does().taking(thankAllBody),
  'PUT /activities/:id/groups/:group/wall/families': does().taking(wallFamiliesBody),
  'POST /goes/:id/hangings': does().taking(hangBody),
  'DELETE /hangings/:id': does(),
  'PUT /hangings/:id/decision': does().taking(letBody),
  'PUT /hangings/:id/example': does().taking(exampleBody),
  'POST /hangings/:id/answers': does().taking(wallAnswerBody),
  'PUT /hanging-answers/:id/decision': does().taking(letBody),

  // Sheets that several fill together.
  'POST /pieces/:id/shared/:part': gives<SharedView>(),
  'POST /activities/:id/groups/:group/shared': gives<SharedCard[]>(),
  'GET /shared/:id': gives<SharedView>(),
  'PUT /shared/:id/ways': does().taking(sharedWaysBody),

  // Those at home.
  'POST /family/joins': makes<Me>().taking(familyJoinBody).forAnybody(),
  'POST /family/children': makes<ChildCard[]>().taking(familyChildBody),
  'GET /family/children': gives<ChildCard[]>(),
  'GET /children/:id/home': gives<HomeView>(),
  'GET /home/goes/:id': gives<HomeGoView>(),
  'PUT /home/goes/:id/seen': does(),
  'GET /family-cards/:id/messages': gives<FamilyTalkView>(),
  'POST /family-cards/:id/messages': makes<FamilyTalkView>().taking(familyMessageBody),
  'DELETE /family-cards/:id': does(),
  'GET /groups/:id/families': gives<FamilyCardView[]>(),
  'POST /groups/:id/families': makes<FamilyCardView[]>().taking(familyCardsBody),

  // Reviewing.
  'GET /to-review': gives<ReviewActivity[]>(),
  'GET /waiting': gives<WaitingPiece[]>(),
  'GET /activities/:id/line': gives<ReviewQueueView>(),
  'POST /activities/:id/remind': gives<{ told: number }>().taking(remindBody),
  'POST /activities/:id/answer-many': gives<ManyAnswered>().taking(manyBody),
  'POST /activities/:id/release-held': gives<ToldHeld>(),
  'POST /goes/:id/review': gives<ReviewView>(),
  'PUT /reviews/:id/note': gives<ReviewView>().taking(noteBody),
  'PUT /reviews/:id/held': gives<ReviewView>().taking(holdBody),
  'POST /reviews/:id/recall': gives<ReviewView>().taking(recallBody),
  'POST /reviews/:id/release': gives<ReviewView>().taking(releaseBody),
  'GET /reviews/:id/replies': gives<NoteTalkView>(),
  'POST /reviews/:id/replies': makes<NoteTalkView>().taking(replyBody),
  'GET /kept-notes': gives<KeptNoteView[]>(),
  'POST /kept-notes': makes<KeptNoteView[]>().taking(keptNoteBody),
  'POST /kept-notes/:id/use': does().taking(useNoteBody),
  'DELETE /kept-notes/:id': gives<KeptNoteView[]>(),
  'GET /kept-stamps': gives<KeptStampView[]>(),
  'POST /kept-stamps': makes<KeptStampView[]>().taking(stampBody),
  'DELETE /kept-stamps/:id': gives<KeptStampView[]>(),
};

/** Method and path, as the table has them. */
export type Address = keyof typeof API;

/** What an address answers with. */
export type AnswerOf<A extends Address> = (typeof API)[A]['answer'];

/** What has to be in the body; undefined for none. */
export type BodyOf<A extends Address> = (typeof API)[A] extends Endpoint<unknown, infer Body, boolean> ? Body : never;

/** Whether nobody has to be signed in. */
export type IsOpen<A extends Address> = (typeof API)[A]['open'];

/** The names in a path: "id" and "media" in `/pieces/:id/media/:media`. */
export type ParamOf<Path extends string> = Path extends `${string}/:${infer Name}/${infer Rest}`
  ? Name | ParamOf<`/${Rest}`>
  : Path extends `${string}/:${infer Name}`
    ? Name
    : never;
