import type { Context } from 'hono';
import type { ObjectSchema, InferType, Schema } from 'yup';
import { ValidationError } from 'yup';
import { idParam } from '@lippet/core/contract/idParam';
import type { Compute } from '../compute/compute';
import type { Config } from '../config';
import type { Jobs } from '../jobs/jobs';
import type { Actor } from '../policy/actor';
import { notFound, ProblemError, signedOut } from '../problems/problem';
import type { ActivityArchiveService } from '../services/planning/activityArchive';
import type { AnswerService } from '../services/questions/answers';
import type { WeekLetterService } from '../services/news/weekLetters';
import type { FamilyCardService } from '../services/family/familyCards';
import type { FamilyTalkService } from '../services/family/familyTalk';
import type { SignInLetterService } from '../services/family/signInLetters';
import type { OutboxService } from '../services/mail/outbox';
import type { HomeService } from '../services/family/homeService';
import type { SharedSheetService } from '../services/shared/sharedSheets';
import type { HangingService } from '../services/wall/hanging';
import type { ExampleService } from '../services/wall/examples';
import type { WallService } from '../services/wall/walls';
import type { PartnerAnswerService } from '../services/partners/partnerAnswers';
import type { PartnerBoardService } from '../services/partners/partnerBoard';
import type { PartnerGiving } from '../services/partners/partnerGiving';
import type { PartnerReviewService } from '../services/partners/partnerReviews';
import type { PartnerRounds } from '../services/partners/partnerRounds';
import type { CrewService } from '../services/questions/crews';
import type { HintService } from '../services/questions/hints';
import type { TryMarkingService } from '../services/questions/marking';
import type { LoneQuestionService } from '../services/questions/loneQuestions';
import type { PuttingRightService } from '../services/questions/puttingRight';
import type { SetTimeService } from '../services/questions/setTimes';
import type { AnswersCopyService } from '../services/questions/answersCopy';
import type { QuestionHelpService } from '../services/questions/questionHelp';
import type { QuestionStateService } from '../services/questions/questionStates';
import type { RoundService } from '../services/questions/rounds';
import type { TriedService } from '../services/questions/triedUntil';
import type { SchoolService } from '../services/classes/schools';
import type { TryService } from '../services/questions/tries';
import type { VariantService } from '../services/questions/variants';
import type { ThreadService } from '../services/classes/threads';
import type { CalendarService } from '../services/news/calendar';
import type { ClassroomService } from '../services/classes/classroom';
import type { FolderService } from '../services/planning/folders';
import type { JoiningService } from '../services/planning/joining';
import type { KeptNoteService } from '../services/reviewing/keptNotes';
import type { LetterService } from '../services/news/letters';
import type { ReminderService } from '../services/news/reminders';
import type { CaptureService } from '../services/media/captures';
import type { ExportService } from '../services/exports/exports';
import type { GroupService } from '../services/classes/groups';
import type { MarksService } from '../services/reviewing/marks';
import type { MediaService } from '../services/media/media';
import type { PieceCopyService } from '../services/pieces/pieceCopies';
import type { ActivityPictureService } from '../services/pieces/activityPictures';
import type { SendingService } from '../services/sending/sending';
import type { PieceService } from '../services/pieces/pieces';
import type { PlanningService } from '../services/planning/planning';
import type { KeptStampService } from '../services/reviewing/keptStamps';
import type { NoteReplyService } from '../services/reviewing/noteReplies';
import type { ReviewQueueService } from '../services/reviewing/reviewQueue';
import type { ReviewService } from '../services/reviewing/reviews';
import type { RecordingService } from '../services/media/recordings';
import type { SpeechService } from '../services/speech/speech';
import type { SignInService } from '../services/access/signIn';
import type { TidyService } from '../services/media/tidying';
import type { UploadService } from '../services/media/uploads';
import type { SyncHub } from '../sync/hub';
import type { NewsRoom } from '../sync/news';
import type { Client } from '../web/client';
import { sentenceOf } from './sentences';

/** What routes work with. */
export interface Services {
  config: Config;
  compute: Compute;
  jobs: Jobs;
  signIn: SignInService;
  pieces: PieceService;
  tries: TryService;
  tried: TriedService;
  answersCopy: AnswersCopyService;
  rounds: RoundService;
  questionHelp: QuestionHelpService;
  questionStates: QuestionStateService;
  schools: SchoolService;
  variants: VariantService;
  lone: LoneQuestionService;
  tryMarking: TryMarkingService;
  setTimes: SetTimeService;
  hints: HintService;
  answers: AnswerService;
  puttingRight: PuttingRightService;
  hangings: HangingService;
  walls: WallService;
  examples: ExampleService;
  sharedSheets: SharedSheetService;
  familyCards: FamilyCardService;
  familyTalk: FamilyTalkService;
  home: HomeService;
  weekLetters: WeekLetterService;
  signInLetters: SignInLetterService;
  outbox: OutboxService;
  partnerGiving: PartnerGiving;
  partnerRounds: PartnerRounds;
  partnerReviews: PartnerReviewService;
  partnerAnswers: PartnerAnswerService;
  partnerBoard: PartnerBoardService;
  crews: CrewService;
  activityPictures: ActivityPictureService;
  sending: SendingService;
  media: MediaService;
  uploads: UploadService;
  tidying: TidyService;
  recordings: RecordingService;
  copies: PieceCopyService;
  exports: ExportService;
  captures: CaptureService;
  planning: PlanningService;
  reviews: ReviewService;
  reviewLine: ReviewQueueService;
  noteReplies: NoteReplyService;
  keptStamps: KeptStampService;
  calendar: CalendarService;
  threads: ThreadService;
  groups: GroupService;
  archives: ActivityArchiveService;
  speech: SpeechService;
  classroom: ClassroomService;
  folders: FolderService;
  joining: JoiningService;
  keptNotes: KeptNoteService;
  marks: MarksService;
  letters: LetterService;
  reminders: ReminderService;
  hub: SyncHub;
  news: NewsRoom;
}

export interface AppEnv {
  Variables: { actor: Actor | null; client: Client };
}

/** The signed-in person. @throws ProblemError `signed-out` */
export function signedIn(c: Context<AppEnv>): Actor {
  const actor = c.get('actor');
  if (!actor) throw signedOut();
  return actor;
}

/**
 * The character NUL, and halves of characters: some programs put them into what is pasted. Nobody sees them, and the
 * database can't keep them.
 */
const UNKEPT = /[\0\p{Surrogate}]/gu;

/**
 * What is taken of each value in a body. Names that every object has (`toString`, `__proto__`) are nobody's field: what
 * looks a field up by its name would find the object's own.
 */
function kept(name: string, value: unknown): unknown {
  if (name in Object.prototype) return undefined;
  return typeof value === 'string' ? value.replace(UNKEPT, '') : value;
}

/** The JSON body, checked. @throws ProblemError `bad-request` with a sentence that names the trouble */
export async function body<S extends ObjectSchema<object>>(c: Context<AppEnv>, schema: S): Promise<InferType<S>> {
  let given: unknown;
  try {
    given = JSON.parse(await c.req.text(), kept) as unknown;
  } catch {
    throw new ProblemError('bad-request', 'That was not JSON.');
  }
  if (typeof given !== 'object' || given === null || Array.isArray(given)) {
    throw new ProblemError('bad-request', 'The body must be a JSON object.');
  }
  return checked(schema, given);
}

/** A UUID of the address. @throws ProblemError `not-found`: to a person, a garbled address leads nowhere */
export function id(c: Context<AppEnv>, name = 'id'): string {
  const value = c.req.param(name);
  if (!idParam.isValidSync(value, { strict: true })) throw notFound();
  return value as string;
}

export async function checked<S extends Schema>(schema: S, given: unknown): Promise<InferType<S>> {
  try {
    return await schema.validate(given, { stripUnknown: true });
  } catch (error) {
    if (error instanceof ValidationError) throw new ProblemError('bad-request', sentenceOf(error));
    throw error;
  }
}
