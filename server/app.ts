import { access, constants } from 'node:fs/promises';
import { Hono } from 'hono';
import type * as Y from 'yjs';
import { bodyLimit } from 'hono/body-limit';
import { getCookie } from 'hono/cookie';
import type { Logger } from 'pino';
import type { Sequelize } from 'sequelize';
import { LIMITS } from '@lippet/core/contract/limits';
import { MEDIA_LIMITS, UPLOAD_PATH } from '@lippet/core/contract/media';
import { makeCompute, type Compute } from './compute/compute';
import type { Config } from './config';
import type { Jobs } from './jobs/jobs';
import { diskFull, isDiskFull } from './problems/diskFull';
import { ProblemError } from './problems/problem';
import type { AppEnv, Services } from './routes/context';
import { learningRoutes } from './routes/learning';
import { SESSION_COOKIE } from './routes/cookies';
import { signInRoutes } from './routes/signIn';
import { threadRoutes } from './routes/threads';
import { classroomRoutes } from './routes/classroom';
import { captureRoutes } from './routes/captures';
import { groupRoutes } from './routes/groups';
import { exportRoutes } from './routes/exports';
import { mediaRoutes } from './routes/media';
import { wallRoutes } from './routes/wall';
import { familyRoutes } from './routes/family';
import { sharedRoutes } from './routes/shared';
import { partnerRoutes } from './routes/partners';
import { planningRoutes } from './routes/planning';
import { teachingRoutes } from './routes/teaching';
import { documentAccess } from './services/pieces/documentAccess';
import { MeasuringService } from './services/pieces/measuring';
import { PieceCountService } from './services/pieces/pieceCounts';
import { PagePictureService } from './services/pieces/pagePictures';
import { PieceFactsService } from './services/pieces/pieceFacts';
import { ActivityArchiveService } from './services/planning/activityArchive';
import { ActivityZip } from './services/exports/activityZip';
import { AnswerService } from './services/questions/answers';
import { FamilyCardService } from './services/family/familyCards';
import { FamilyTalkService } from './services/family/familyTalk';
import { SignInLetterService } from './services/family/signInLetters';
import { Mailer } from './services/mail/mailer';
import { OutboxService } from './services/mail/outbox';
import { HomeService } from './services/family/homeService';
import { SharedSheetService } from './services/shared/sharedSheets';
import { HangingService } from './services/wall/hanging';
import { ExampleService } from './services/wall/examples';
import { WallService } from './services/wall/walls';
import { PartnerAnswerService } from './services/partners/partnerAnswers';
import { PartnerBoardService } from './services/partners/partnerBoard';
import { PartnerGiving } from './services/partners/partnerGiving';
import { PartnerRecords } from './services/partners/partnerRecords';
import { PartnerReviewService } from './services/partners/partnerReviews';
import { PartnerRounds } from './services/partners/partnerRounds';
import { CrewService } from './services/questions/crews';
import { TryMarkingService } from './services/questions/marking';
import { LoneQuestionService } from './services/questions/loneQuestions';
import { HintService } from './services/questions/hints';
import { PuttingRightService } from './services/questions/puttingRight';
import { SetTimeService } from './services/questions/setTimes';
import { AnswersCopyService } from './services/questions/answersCopy';
import { QuestionHelpService } from './services/questions/questionHelp';
import { QuestionStateService } from './services/questions/questionStates';
import { RoundService } from './services/questions/rounds';
import { TriedService } from './services/questions/triedUntil';
import { SchoolService } from './services/classes/schools';
import { TryService } from './services/questions/tries';
import { VariantService } from './services/questions/variants';
import { ThreadService } from './services/classes/threads';
import { CalendarService } from './services/news/calendar';
import { ClassroomService } from './services/classes/classroom';
import { FolderService } from './services/planning/folders';
import { JoiningService } from './services/planning/joining';
import { KeptNoteService } from './services/reviewing/keptNotes';
import { WeekLetterService } from './services/news/weekLetters';
import { LetterService } from './services/news/letters';
import { ReminderService } from './services/news/reminders';
import { CaptureService } from './services/media/captures';
import { ExportService } from './services/exports/exports';
import { GivenPages } from './services/planning/givenPages';
import { GoFiles } from './services/exports/goFiles';
import { GroupService } from './services/classes/groups';
import { MarksService } from './services/reviewing/marks';
import { MediaService } from './services/media/media';
import { PieceCopyService } from './services/pieces/pieceCopies';
import { PieceService } from './services/pieces/pieces';
import { PlanningService } from './services/planning/planning';
import { RecordingService } from './services/media/recordings';
import { KeptStampService } from './services/reviewing/keptStamps';
import { NoteReplyService } from './services/reviewing/noteReplies';
import { ReviewQueueService } from './services/reviewing/reviewQueue';
import { ReviewService } from './services/reviewing/reviews';
import { SpeechService } from './services/speech/speech';
import { SignInService } from './services/access/signIn';
import { TidyService } from './services/media/tidying';
import { UploadService } from './services/media/uploads';
import { FileStore } from './storage/fileStore';
import { SyncHub } from './sync/hub';
import { NewsRoom } from './sync/news';
import { ActivityPictureService } from './services/pieces/activityPictures';
import { SendingService } from './services/sending/sending';
import { UpdateWriter } from './sync/updateWriter';
import { UpdateLog } from './sync/updateLog';
import { serveAssets } from './web/assets';
import type { Client } from './web/client';
import { DISK_RESERVE, freeSpace } from './storage/freeSpace';
import { headWithoutBody } from './web/head';
import { ownHeader, securityHeaders } from './web/security';

/** Where photos of another device arrive; everything but uploads, which count for themselves, is JSON, and small. */
const FILE_PATH = /^\/api\/captures\/media\/[^/]+$/;
const ARCHIVE_PATH = '/api/activities/archives';
const PLAN_PATH = /^\/api\/activities\/[^/]+\/plan$/;

/** Puts the services together on one database. */
export function makeServices(
  config: Config,
  sequelize: Sequelize,
  jobs: Jobs,
  logger: Logger,
  { clock = Date.now, compute = makeCompute(config.computeWorker) }: { clock?: () => number; compute?: Compute } = {},
): Services {
  const log = new UpdateLog(sequelize, compute);
  const isOpen = (id: string): boolean => hub.isOpen({ kind: 'piece', id });
  const measuring = new MeasuringService(sequelize, log, compute, isOpen, logger);
  const facts = new PieceFactsService(sequelize, measuring, clock);
  const counts = new PieceCountService(sequelize, measuring, clock);
  const copies = new PieceCopyService(sequelize, log, compute, clock);
  const files = new FileStore(config.filesRoot);
  const given = new GivenPages(files, compute);
  const work = new GoFiles(files, compute, config.fontsRoot, given);
  const sheetAsItIs = async (id: string): Promise<Y.Doc> =>
    hub.live({ kind: 'shared', id }) ?? (await log.document({ kind: 'shared', id }));
  const media = new MediaService(files, { facts, sheetAsItIs }, jobs, given, clock);
  const pictures = new PagePictureService(compute, media);
  const activityPictures = new ActivityPictureService(facts, pictures);
  const uploads = new UploadService(config.filesRoot, media, clock);
  const planning = new PlanningService(sequelize, facts, counts, { media, given }, clock);
  const variants = new VariantService(facts, compute);
  const setTimes = new SetTimeService(sequelize, facts, log, logger, clock);
  const signIn = new SignInService(sequelize, clock);
  const cards = new FamilyCardService(sequelize, signIn, clock);
  const mailer = new Mailer(config.mail);
  const hub = new SyncHub(
    log,
    new UpdateWriter(sequelize, log),
    documentAccess({ facts, log, lookAhead: (id) => sending.lookAhead(id) }, measuring, copies, signIn, clock),
    logger,
  );
  const home = new HomeService({ sequelize, facts, pictures, activityPictures }, clock);
  const tries = new TryService(sequelize, facts, variants, setTimes);
  const pieces = new PieceService({ sequelize, log, facts, pictures, activityPictures, hub: () => hub }, clock);
  const sending = new SendingService({ sequelize, compute, log, counts, jobs, hub: () => hub }, clock);
  const partnerRecords = new PartnerRecords(work);
  const answers = new AnswerService(sequelize, counts, setTimes, clock);
  const partnerGiving = new PartnerGiving({ sequelize, log, hub: () => hub }, clock);
  const examples = new ExampleService(sequelize, facts);
  const tried = new TriedService(facts, setTimes, answers, clock);
  return {
    config,
    compute,
    jobs,
    hub,
    media,
    copies,
    signIn,
    news: new NewsRoom(async (sessionId) => (await signIn.actorOf(sessionId)) !== null, logger),
    classroom: new ClassroomService(sequelize, clock),
    folders: new FolderService(sequelize),
    joining: new JoiningService(sequelize, facts, signIn, clock),
    keptNotes: new KeptNoteService(),
    marks: new MarksService(sequelize, counts),
    letters: new LetterService(sequelize, logger, clock),
    reminders: new ReminderService(sequelize, facts, logger, clock),
    uploads,
    tidying: new TidyService(sequelize, files, uploads, clock),
    recordings: new RecordingService(files, compute, jobs),
    captures: new CaptureService(sequelize, media, facts, clock),
    exports: new ExportService(
      files,
      { work, record: new ActivityZip(facts, work, partnerRecords), partners: partnerRecords },
      jobs,
      facts,
    ),
    sending,
    pieces,
    tries,
    tried,
    answersCopy: new AnswersCopyService(facts, tried, compute, config.fontsRoot, clock),
    rounds: new RoundService(sequelize, facts),
    questionHelp: new QuestionHelpService(sequelize, facts, compute),
    questionStates: new QuestionStateService(sequelize, facts),
    schools: new SchoolService(sequelize),
    lone: new LoneQuestionService({ sequelize, facts, log, pieces, sending, tries, tried, answers }, clock),
    variants,
    setTimes,
    tryMarking: new TryMarkingService(sequelize, facts),
    hints: new HintService(sequelize, facts),
    answers,
    puttingRight: new PuttingRightService(sequelize, clock),
    partnerGiving,
    partnerRounds: new PartnerRounds(sequelize, partnerGiving, logger, clock),
    partnerReviews: new PartnerReviewService({ sequelize, log, pictures, activityPictures, work }, clock),
    partnerAnswers: new PartnerAnswerService(),
    partnerBoard: new PartnerBoardService(sequelize, clock),
    hangings: new HangingService(sequelize, facts, clock),
    walls: new WallService({ sequelize, pictures, media, facts, examples }, clock),
    examples,
    familyCards: cards,
    signInLetters: new SignInLetterService({ sequelize, jobs, mailer, signIn, cards }, clock),
    outbox: new OutboxService(sequelize, mailer, logger, clock),
    familyTalk: new FamilyTalkService(sequelize, clock),
    home,
    weekLetters: new WeekLetterService(home, logger, clock),
    sharedSheets: new SharedSheetService({ sequelize, facts, hub: () => hub }, clock),
    crews: new CrewService(sequelize, counts, clock),
    activityPictures,
    speech: new SpeechService(files, signIn),
    groups: new GroupService(sequelize, clock),
    threads: new ThreadService(sequelize, facts, log, pictures, clock),
    calendar: new CalendarService(facts, clock),
    planning,
    archives: new ActivityArchiveService(files, planning, media),
    reviewLine: new ReviewQueueService(sequelize, facts, counts, clock),
    noteReplies: new NoteReplyService(sequelize, facts, clock),
    keptStamps: new KeptStampService(),
    reviews: new ReviewService(
      { sequelize, log, facts, media, pictures, activityPictures, jobs, hub: () => hub },
      clock,
    ),
  };
}

/** @throws where files can't be written, or hardly any more */
async function insistOnStorage(folder: string): Promise<void> {
  await access(folder, constants.W_OK);
  if ((await freeSpace(folder)) < DISK_RESERVE) throw diskFull();
}

/** Whether each of what the server works with answers. */
async function readiness(sequelize: Sequelize, { config, jobs }: Services) {
  const answers = (work: Promise<unknown>): Promise<boolean> =>
    work.then(
      () => true,
      () => false,
    );
  return {
    database: await answers(sequelize.query('SELECT 1')),
    storage: await answers(insistOnStorage(config.filesRoot)),
    jobs: await answers(jobs.answer()),
  };
}

/** What people are told of something that nobody foresaw. */
const problemOf = (error: unknown): ProblemError =>
  isDiskFull(error)
    ? diskFull()
    : new ProblemError('broken', 'Something broke at our end. Your work is kept; try again in a moment.');

/** The whole HTTP side. `client` tells where a request comes from. */
export function makeApp(
  services: Services,
  sequelize: Sequelize,
  logger: Logger,
  client: (env: unknown) => Client,
): Hono<AppEnv> {
  const app = new Hono<AppEnv>();
  app.use('*', async (c, next) => {
    c.set('client', client(c.env));
    await next();
  });
  app.use('*', securityHeaders);
  app.use('*', headWithoutBody);
  // Alive: whoever watches starts it anew where this is not answered. Ready: what it works with answers, too.
  app.get('/api/health', (c) => c.json({ ok: true }));
  app.get('/api/ready', async (c) => {
    const ready = await readiness(sequelize, services);
    return c.json(ready, Object.values(ready).every(Boolean) ? 200 : 503);
  });
  app.use('/api/*', ownHeader);
  const limited = (maxSize: number, words: string) =>
    bodyLimit({
      maxSize,
      onError: () => {
        throw new ProblemError('too-large', words);
      },
    });
  const [json, plan, file] = [
    limited(LIMITS.jsonBody, `A request may have at most ${LIMITS.jsonBody / 1024} KB.`),
    limited(LIMITS.plan, `An activity may have at most ${LIMITS.plan / 1024} KB, without its files.`),
    limited(MEDIA_LIMITS.file, `A file may have at most ${MEDIA_LIMITS.file / 1024 / 1024} MB.`),
  ];
  app.use('/api/*', (c, next) => {
    if (c.req.path.startsWith(UPLOAD_PATH)) return next();
    if (c.req.method === 'POST' && c.req.path === ARCHIVE_PATH) return file(c, next);
    const put = c.req.method === 'PUT';
    // Read as it comes, and not before whoever brings it is known.
    if (put && FILE_PATH.test(c.req.path)) return next();
    return put && PLAN_PATH.test(c.req.path) ? plan(c, next) : json(c, next);
  });
  app.use('/api/*', async (c, next) => {
    c.set('actor', await services.signIn.actor(getCookie(c, SESSION_COOKIE)));
    await next();
    if (!c.res.headers.has('Cache-Control')) c.header('Cache-Control', 'no-store');
  });
  for (const routes of [
    signInRoutes(services),
    learningRoutes(services),
    mediaRoutes(services),
    exportRoutes(services),
    captureRoutes(services),
    planningRoutes(services),
    threadRoutes(services),
    groupRoutes(services),
    classroomRoutes(services),
    teachingRoutes(services),
    partnerRoutes(services),
    wallRoutes(services),
    sharedRoutes(services),
    familyRoutes(services),
  ]) {
    app.route('/api', routes);
  }
  app.all('/api/*', () => {
    throw new ProblemError('not-found', 'There is no such address.');
  });
  if (services.config.webRoot) serveAssets(app, services.config.webRoot);

  app.onError((error, c) => {
    const problem = error instanceof ProblemError ? error : problemOf(error);
    if (problem !== error) logger.error({ err: error, method: c.req.method, path: c.req.path }, 'request failed');
    if (problem.wait !== undefined) c.header('Retry-After', String(problem.wait));
    return c.json(problem.body, problem.status, problem.headers);
  });
  return app;
}
