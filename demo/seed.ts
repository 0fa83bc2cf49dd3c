/** Fills an empty database with the made-up school, in one transaction; leaves a filled one alone. */
import { createHash, randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { TZDate } from '@date-fns/tz';
import { addDays, set } from 'date-fns';
import type { Sequelize, Transaction } from 'sequelize';
import * as Y from 'yjs';
import { addPage, orderBehind, pageItems, readPages, startDocument } from '@lippet/core/page/document';
import { noteAdded } from '@lippet/core/parts/shared/sharedAnswer';
import { EMPTY_PLAN } from '@lippet/core/contract/activityDefinition';
import type { PartKind, PartSettings } from '@lippet/core/parts/part';
import type { SheetPlan } from '@lippet/core/parts/page/sheetPlan';
import { readPlan } from '@lippet/core/contract/readDefinition';
import { putItem } from '@lippet/core/page/item';
import { takeFields, takeItems, type Take } from '@lippet/core/recording/take';
import { writeWav } from '@lippet/core/sound/wav';
import { photoPageSize, type Shot } from '@lippet/core/scan/shot';
import { setTick, wordsFragment } from '@lippet/core/words/answers';
import { drawTaskPicture, type TaskPicture } from './taskPictures';
import { richTextOf } from '@lippet/core/words/richText';
import { setAnswered } from '@lippet/core/review/answeredNotes';
import { NO_MARKING, NO_OWN_MARK } from '@lippet/core/review/rubric';
import { schoolDay } from '@lippet/core/schedule/schoolTime';
import { measureProgress, NO_PROGRESS } from '@lippet/core/piece/progress';
import { makeCompute } from '@lippet/server/compute/compute';
import { openDatabase } from '@lippet/server/models/database';
import {
  Activity,
  Assignment,
  DailyAnswer,
  DailyQuestion,
  Folder,
  Group,
  Media,
  Membership,
  Message,
  Notice,
  Part,
  Person,
  Piece,
  PieceUpdate,
  Review,
  School,
  Submission,
  Thread,
  Update,
} from '@lippet/server/models/tables';
import { migrate } from '@lippet/server/migrations/migrate';
import { playableForm } from '@lippet/server/media/playable';
import { activityParts } from '@lippet/server/services/pieces/activityParts';
import { hashSecret, pictureSecret } from '@lippet/server/services/access/secrets';
import { FileStore } from '@lippet/server/storage/fileStore';
import { ACTIVITIES } from './activities';
import type { DayTime, DemoActivity, DemoPart, DemoPiece } from './demoActivity';
import { CLASSES } from './classes';
import { markedDocument, pinId, put, type Layout } from './demoMarks';
import { Hand, OLDER_HAND, YOUNG_HAND } from './hand';
import { makeFilm } from './films';
import type { Scene } from './filmScenes';
import { HARBOUR_PAGES, harbourPdf } from './pdfs';
import { paperPhoto } from './photos';
import { DemoQuestions, type MadeActivity } from './questionParts';
import { A4, A4_ACROSS } from './pictures';
import { GROUPS, SCHOOL, type DemoGroup, type GroupKey } from './school';
import { DemoPartners, partnerPlanOf } from './partners';
import { fillDemoWall, strokesOf } from './harbourWall';
import { demoFamily } from './family';
import { hangDemo } from './wall';
import { makeQuay } from './sounds';

const sortOf = (shows: Scene | 'sound'): Take['sort'] => (shows === 'sound' ? 'sound' : 'film');

function kindOf({ photo, recording, words, tick, questions, shared }: DemoPart): PartKind {
  if (shared) return 'shared';
  if (questions) return 'questions';
  if (recording) return sortOf(recording.shows);
  if (photo) return 'photo';
  if (words) return 'words';
  return tick ? 'tick' : 'page';
}

/** A number that is always the same for the same words. */
/** Nobody waits for what is computed here. */
const IN_PLACE = makeCompute(null);
const seedOf = (...words: string[]): number => createHash('sha256').update(words.join('|')).digest().readUInt32BE(0);

/** Today at the school, as the day the demo is laid out around. */
const clockOf =
  (now: number, zone: string) =>
  ([day, hour, minute = 0]: DayTime): Date =>
    new Date(
      set(addDays(new TZDate(now, zone), day), {
        hours: hour,
        minutes: minute,
        seconds: 0,
        milliseconds: 0,
      }).getTime(),
    );

/** Writes as the editor does: a paragraph each line. */
function write(fragment: Y.XmlFragment, words: string): void {
  fragment.insert(
    0,
    words.split('\n').map((line) => {
      const paragraph = new Y.XmlElement('paragraph');
      paragraph.insert(0, [new Y.XmlText(line)]);
      return paragraph;
    }),
  );
}

/** The document of a learner who has drawn these shares of each part. */
function drawnDocument(
  { activity, pages, partIds }: Layout,
  learner: string,
  shares: readonly number[],
  start: number,
): Y.Doc {
  const doc = new Y.Doc();
  Y.applyUpdate(doc, startDocument(pages));
  doc.clientID = 1000 + (seedOf(learner, activity.title) % 1_000_000);
  shares.forEach((share, i) => {
    if (share <= 0) return;
    const { words, tick, shared } = activity.parts[i]!;
    if (tick) setTick(doc, partIds[i]!, true);
    if (shared?.[learner]) noteAdded(doc, partIds[i]!, strokesOf(shared[learner], learner).length);
    if (words) write(wordsFragment(doc, partIds[i]!), words.written[learner] ?? '');
    if (kindOf(activity.parts[i]!) !== 'page') return;
    const hand = new Hand(
      seedOf(learner, activity.title, String(i)),
      activity.group === 'sandpipers' ? YOUNG_HAND : OLDER_HAND,
    );
    activity.parts[i]!.drawing(hand, share);
    put(doc, pageItems(doc, pages.find(({ part }) => part === partIds[i])!.id)!, hand.strokes, start, `s${i}`);
  });
  return doc;
}

/** The same for a line of a rubric each time it is asked. */
const rubricId = ({ title, group }: DemoActivity, line: number): string => {
  const hash = createHash('sha256').update(`${group} ${title} ${line}`).digest('hex');
  return `${hash.slice(0, 8)}-${hash.slice(8, 12)}-4${hash.slice(13, 16)}-8${hash.slice(17, 20)}-${hash.slice(20, 32)}`;
};
const rubricOf = (activity: DemoActivity) => ({
  rows: (activity.rubric ?? []).map(([title, ...levels], i) => ({
    id: rubricId(activity, i),
    title,
    levels,
    weight: 1,
  })),
  marking: { ...NO_MARKING, ...activity.marking },
});

interface Somebody {
  schoolId: string;
  role: 'learner' | 'teacher';
  name: string;
  badge: string;
  signInName: string;
  secret: string;
  secretKind: 'picture' | 'password';
}

/** A piece as its learner has made it: how much of each part, and when it was last touched. */
interface Made {
  id: string;
  learner: string;
  doc: Y.Doc;
  shares: readonly number[];
  touched: number;
}

/** A piece as it goes to its teacher. */
type Sent = Pick<Made, 'id' | 'learner' | 'doc'> & { teacher: string; number: number };

class Seeder {
  private readonly at: (when: DayTime) => Date;
  private readonly questions: DemoQuestions;
  private readonly partners: DemoPartners;
  private readonly people = new Map<string, string>();
  private readonly groups = new Map<string, string>();
  /** Ids by group and name. */
  private readonly folders = new Map<string, string>();

  constructor(
    private readonly now: number,
    private readonly zone: string,
    private readonly transaction: Transaction,
    private readonly files: FileStore,
  ) {
    this.at = clockOf(now, zone);
    this.questions = new DemoQuestions({ transaction, files, people: this.people });
    this.partners = new DemoPartners({ transaction, people: this.people, past: (time) => this.past(time) });
  }

  async run(): Promise<void> {
    const { transaction } = this;
    const school = await School.create({ id: randomUUID(), ...SCHOOL, zone: this.zone }, { transaction });
    for (const group of GROUPS) await this.group(school.id, group);
    for (const { key, teacher } of GROUPS) await this.classroom(key, teacher.name);
    for (const [i, activity] of ACTIVITIES.entries()) await this.activity(activity, i);
    await demoFamily({
      transaction,
      schoolId: school.id,
      people: this.people,
      groups: this.groups,
      teacherOf: (group) => GROUPS.find(({ key }) => key === group)!.teacher.name,
      past: (time) => this.past(time),
    });
  }

  private async person(groupId: string, { secret, ...who }: Somebody): Promise<void> {
    const { transaction } = this;
    const id = randomUUID();
    this.people.set(who.name, id);
    await Person.create({ id, ...who, secretHash: await hashSecret(who.secretKind, secret) }, { transaction });
    await Membership.create({ personId: id, groupId, role: who.role }, { transaction });
  }

  private async group(schoolId: string, { key, name, code, teacher, learners }: DemoGroup): Promise<void> {
    const id = randomUUID();
    this.groups.set(key, id);
    await Group.create({ id, schoolId, name, code }, { transaction: this.transaction });
    await this.person(id, {
      schoolId,
      role: 'teacher',
      name: teacher.name,
      badge: teacher.badge,
      signInName: teacher.signInName,
      secret: teacher.password,
      secretKind: 'password',
    });
    for (const learner of learners) {
      const signInName = learner.name.toLowerCase().replaceAll(' ', '.');
      const secret = learner.pictures ? pictureSecret(learner.pictures) : learner.password!;
      await this.person(id, {
        schoolId,
        role: 'learner',
        name: learner.name,
        badge: learner.badge,
        signInName,
        secret,
        secretKind: learner.pictures ? 'picture' : 'password',
      });
    }
  }

  private async classroom(key: GroupKey, teacher: string): Promise<void> {
    const { transaction } = this;
    const { notices, question, live, folders = {} } = CLASSES[key];
    const groupId = this.groups.get(key)!;
    const say = async (from: string, words: string, time: DayTime, replyTo: string | null): Promise<string> => {
      const id = randomUUID();
      await Notice.create(
        { id, groupId, authorId: this.people.get(from)!, replyTo, words, at: this.past(time) },
        { transaction },
      );
      return id;
    };
    for (const { words, at, replies = [] } of notices) {
      const id = await say(teacher, words, at, null);
      for (const [from, answer, when] of replies) await say(from, answer, when, id);
    }
    if (question) {
      const questionId = randomUUID();
      await DailyQuestion.create(
        {
          id: questionId,
          groupId,
          authorId: this.people.get(teacher)!,
          words: question.words,
          seenBy: question.seenBy,
          askedAt: this.past([-4, 8]),
        },
        { transaction },
      );
      for (const [from, stamp, words] of question.answers)
        await DailyAnswer.create(
          { questionId, personId: this.people.get(from)!, day: schoolDay(this.now, this.zone), stamp, words },
          { transaction },
        );
    }
    if (live)
      await Group.update(
        { live: { ...live, at: this.at(live.at).getTime() } },
        { where: { id: groupId }, transaction },
      );
    for (const [i, [title, opens]] of Object.entries(folders).entries()) {
      const id = randomUUID();
      this.folders.set(`${key} ${title}`, id);
      await Folder.create(
        { id, groupId, title, opens: this.at(opens), createdAt: new Date(this.now - 86_400_000 + i) },
        { transaction },
      );
    }
  }

  private async activity(activity: DemoActivity, order: number): Promise<void> {
    const { transaction } = this;
    const { teacher } = GROUPS.find(({ key }) => key === activity.group)!;
    const activityId = randomUUID();
    const choice = activity.choice ? randomUUID() : null;
    await Activity.create(
      {
        id: activityId,
        teacherId: this.people.get(teacher.name)!,
        title: activity.title,
        subject: activity.subject,
        goal: activity.goal,
        task: richTextOf(activity.task),
        minutes: activity.minutes,
        state: activity.draft ? 'draft' : 'set',
        supplies: activity.supplies ?? '',
        choices: choice
          ? [{ id: choice, title: activity.choice!.title, rule: 'pick', wanted: activity.choice!.wanted }]
          : [],
        materials: (activity.materials ?? []).map(({ title, words = '', address = '', shown = 'start' }) => ({
          id: randomUUID(),
          kind: address ? ('link' as const) : ('text' as const),
          title,
          words,
          address,
          media: null,
          seconds: null,
          spans: [],
          shown,
          at: null,
        })),
        rubric: rubricOf(activity).rows,
        marking: rubricOf(activity).marking,
        wall: activity.wall ? 'teacher' : 'none',
        partners: activity.partners ? partnerPlanOf(activity, rubricOf(activity).rows) : null,
        lateAllowed: activity.lateAllowed ?? true,
        createdAt: new Date(this.at([-9, 8]).getTime() + order * 60_000),
        topic: activity.free?.topic ?? '',
        ages: activity.free ? { from: activity.free.ages[0], to: activity.free.ages[1] } : null,
        changedAt: new Date(this.at([-9, 8]).getTime() + order * 60_000),
      },
      { transaction },
    );
    await Assignment.create(
      {
        activityId,
        groupId: this.groups.get(activity.group)!,
        folderId: activity.folder ? this.folders.get(`${activity.group} ${activity.folder}`)! : null,
        free: activity.free !== undefined,
        opens: activity.opens ? this.at(activity.opens) : null,
        due: activity.due ? this.at(activity.due) : null,
        closes: null,
      },
      { transaction },
    );
    if (activity.taskPicture) await this.taskPicture(activity.taskPicture, activityId, this.people.get(teacher.name)!);
    if (activity.draft) return this.draft(activity, activityId);
    const partIds = activity.parts.map(() => randomUUID());
    const partIdOf = (title: string): string => partIds[activity.parts.findIndex((part) => part.title === title)]!;
    for (const [position, part] of activity.parts.entries()) {
      const id = partIds[position]!;
      const ownerId = this.people.get(teacher.name)!;
      const settings = await this.settings(part, { activityId, ownerId, partIdOf });
      await Part.create(
        {
          id,
          activityId,
          position,
          kind: kindOf(part),
          title: part.title,
          required: part.required ?? true,
          settings,
          choice: part.inChoice ? choice : null,
          waits: part.waits ?? false,
        },
        { transaction },
      );
    }
    const { pages } = await activityParts(activityId, transaction);
    for (const ask of activity.asks ?? []) await this.ask(activity, activityId, ask);
    for (const [learner, piece] of Object.entries(activity.pieces)) {
      await this.piece({ activity, activityId, pages, partIds }, learner, teacher.name, piece);
    }
    const place = { activity, activityId, groupId: this.groups.get(activity.group)!, partId: partIds[0]! };
    await fillDemoWall({ transaction, people: this.people, past: (time) => this.past(time) }, place);
    await hangDemo({ transaction, people: this.people, past: (time) => this.past(time) }, place);
    await this.partners.of({ activity, activityId, pages, partIds }, this.groups.get(activity.group)!);
    for (const [i, { tried = {} }] of activity.parts.entries())
      for (const [nth, [learner, codes]] of Object.entries(tried).entries())
        await this.questions.answers(activityId, partIds[i]!, {
          learner,
          codes,
          begun: this.now - (16 - 2 * nth) * 60_000,
        });
  }

  private async ask(
    activity: DemoActivity,
    activityId: string,
    { from, audience, words, at, shared, answers = [] }: NonNullable<DemoActivity['asks']>[number],
  ): Promise<void> {
    const { transaction } = this;
    const threadId = randomUUID();
    const askerId = this.people.get(from)!;
    await Thread.create(
      {
        id: threadId,
        activityId,
        groupId: this.groups.get(activity.group)!,
        partId: null,
        askerId,
        audience,
        createdAt: this.past(at),
        sharedAt: shared ? this.past(answers.at(-1)![2]) : null,
      },
      { transaction },
    );
    for (const [author, asked, when] of [[from, words, at] as const, ...answers]) {
      await Message.create(
        {
          id: randomUUID(),
          threadId,
          authorId: this.people.get(author)!,
          words: asked,
          mediaId: null,
          at: this.past(when),
        },
        { transaction },
      );
    }
    const { teacher } = GROUPS.find(({ key }) => key === activity.group)!;
    await Update.create(
      {
        id: randomUUID(),
        personId: this.people.get(teacher.name)!,
        kind: 'asked',
        words: `${from} asks: ${words}`,
        path: `/asks/${activityId}?thread=${threadId}`,
        at: this.past(at),
        seenAt: answers.length > 0 ? this.past(at) : null,
      },
      { transaction },
    );
  }

  /** What is made and not set yet lies in the draft alone. */
  private async draft(
    { title, subject, goal, task, minutes, parts, group }: DemoActivity,
    activityId: string,
  ): Promise<void> {
    const plan = readPlan({
      ...EMPTY_PLAN,
      title,
      subject,
      goal,
      task: richTextOf(task),
      minutes,
      groups: [{ group: this.groups.get(group), folder: null, free: false, opens: null, due: null, closes: null }],
      parts: parts.map((part) => ({
        id: randomUUID(),
        kind: 'page',
        title: part.title,
        required: true,
        choice: null,
        waits: false,
        settings: { sheets: [part.background, ...(part.more ?? [])].map((background) => ({ ...A4, background })) },
      })),
    });
    await Assignment.destroy({ where: { activityId }, transaction: this.transaction });
    await Activity.update(
      { draft: plan, changedAt: this.past([-1, 16]) },
      { where: { id: activityId }, transaction: this.transaction },
    );
  }

  private async settings(part: DemoPart, made: MadeActivity): Promise<PartSettings> {
    const { photo, recording, words, tick, questions, shared } = part;
    if (shared) return { sheets: [{ ...A4_ACROSS, background: part.background }], by: 'group', places: true };
    if (questions) return this.questions.settings(questions, part, made);
    if (words) return { leastWords: words.least, mostWords: words.most, openings: words.openings };
    if (tick) return { confirm: tick.confirm };
    if (recording) return { seconds: recording.seconds, titleStart: recording.titleStart };
    if (photo) return {};
    return { sheets: await this.sheets(part, made.activityId, made.ownerId), morePages: part.morePages ?? false };
  }

  /** The sheets of a part; a PDF's pages are kept as the activity's own file. */
  private async sheets(
    { background, more = [], spots, harbour }: DemoPart,
    activityId: string,
    ownerId: string,
  ): Promise<SheetPlan[]> {
    if (!harbour)
      return [
        { ...A4, background, ...(spots ? { spots } : {}) },
        ...more.map((paper) => ({ ...A4, background: paper })),
      ];
    const content = Buffer.from(await harbourPdf());
    const media = randomUUID();
    await Media.create(
      {
        id: media,
        ownerId,
        pieceId: null,
        activityId,
        kind: 'pdf',
        type: 'application/pdf',
        hash: await this.files.put(content),
        size: content.length,
        width: null,
        height: null,
        pages: HARBOUR_PAGES.length,
      },
      { transaction: this.transaction },
    );
    return HARBOUR_PAGES.map(({ width, height }, i) => ({
      width,
      height,
      background: { kind: 'pdf', media, page: i + 1 },
    }));
  }

  private async taskPicture(picture: TaskPicture, activityId: string, ownerId: string): Promise<void> {
    const { transaction } = this;
    const { content, ...size } = await drawTaskPicture(picture);
    const media = randomUUID();
    const hash = await this.files.put(content);
    const about = { kind: 'picture', type: 'image/webp', size: content.length, pages: null } as const;
    await Media.create({ id: media, ownerId, pieceId: null, activityId, hash, ...size, ...about }, { transaction });
    const activity = await Activity.findByPk(activityId, { transaction, rejectOnEmpty: true });
    const image = { type: 'image' as const, attrs: { media, alt: picture.alt } };
    await activity.update({ task: { ...activity.task, content: [image, ...activity.task.content] } }, { transaction });
  }

  /** A time in the past: a demo that starts early in the morning must not hold work from later today. */
  private past(when: DayTime): Date {
    return new Date(Math.min(this.at(when).getTime(), this.now - 120_000));
  }

  private async piece(layout: Layout, learner: string, teacher: string, piece: DemoPiece): Promise<void> {
    const { transaction } = this;
    const id = randomUUID();
    const touched = this.past(piece.touched);
    const doc = drawnDocument(layout, learner, piece.shares, touched.getTime() - 600_000);
    const last = piece.goes?.at(-1);
    await Piece.create(
      {
        id,
        activityId: layout.activityId,
        personId: this.people.get(learner)!,
        frozen: last !== undefined && last.review?.outcome !== 'again',
        createdAt: touched,
      },
      { transaction },
    );
    const made = { id, learner, doc, shares: piece.shares, touched: touched.getTime() };
    await this.photos(layout, made);
    await this.recordings(layout, made);
    const update = await PieceUpdate.create(
      { pieceId: id, data: Buffer.from(Y.encodeStateAsUpdate(doc)), createdAt: touched },
      { transaction },
    );
    await Piece.update({ progress: measureProgress(doc), progressThrough: update.id }, { where: { id }, transaction });
    for (const [i, go] of (piece.goes ?? []).entries()) {
      const sent = go.shares ? drawnDocument(layout, learner, go.shares, touched.getTime() - 600_000) : doc;
      const before = piece.goes![i - 1]?.review;
      for (const note of go.ticked ?? []) setAnswered(sent, pinId(this.past(before!.at).getTime(), note), true);
      await this.go(layout, { id, learner, doc: sent, teacher, number: i + 1 }, go);
    }
  }

  /** Pages of photos, for the parts that are answered on paper. */
  private async photos(
    { activity, partIds }: Layout,
    { doc, id: pieceId, learner, shares, touched }: Made,
  ): Promise<void> {
    for (const [i, part] of activity.parts.entries()) {
      for (let n = 0; part.photo && n < (shares[i] ?? 0); n++) {
        const { original, originalSize, page, pageSize, corners, warnings } = await paperPhoto(
          (seedOf(learner, activity.title) % 1000) + n,
        );
        const keep = async (content: Buffer, { width, height }: { width: number; height: number }): Promise<string> => {
          const id = randomUUID();
          await Media.create(
            {
              id,
              ownerId: this.people.get(learner)!,
              pieceId,
              activityId: null,
              kind: 'picture',
              type: 'image/webp',
              hash: await this.files.put(content),
              size: content.length,
              width,
              height,
              pages: null,
            },
            { transaction: this.transaction },
          );
          return id;
        };
        const shot: Shot = {
          original: await keep(original, originalSize),
          corners,
          turn: 0,
          look: 'clean',
          taken: touched,
          warnings,
        };
        const background = { kind: 'photo' as const, media: await keep(page, pageSize), alt: '', shot };
        const upToHere = partIds.slice(0, i + 1);
        const last =
          readPages(doc)
            .filter(({ part: of }) => upToHere.includes(of))
            .at(-1)?.id ?? null;
        addPage(
          doc,
          { id: randomUUID(), part: partIds[i]!, background, ...photoPageSize(pageSize.width, pageSize.height) },
          orderBehind(doc, last),
        );
      }
    }
  }

  /** Takes, for the parts that are answered with a recording. */
  private async recordings(
    { activity, partIds }: Layout,
    { doc, id: pieceId, learner, shares, touched }: Made,
  ): Promise<void> {
    for (const [i, { recording }] of activity.parts.entries()) {
      const seconds = shares[i] ?? 0;
      if (!recording || seconds <= 0) continue;
      const { shows, titles } = recording;
      const sort = sortOf(shows);
      const seed = seedOf(learner, activity.title) % 1000;
      const content =
        shows === 'sound' ? Buffer.from(writeWav(makeQuay(seed, seconds))) : await makeFilm(shows, seed, seconds);
      const hash = await this.files.put(content);
      const form = await playableForm(this.files, IN_PLACE, this.files.pathOf(hash));
      const media = randomUUID();
      await Media.create(
        {
          id: media,
          ownerId: this.people.get(learner)!,
          pieceId,
          activityId: null,
          kind: sort,
          type: sort === 'film' ? 'video/webm' : 'audio/wav',
          hash,
          size: content.length,
          pages: null,
          ...form,
        },
        { transaction: this.transaction },
      );
      const take: Take = {
        id: randomUUID(),
        sort,
        media,
        original: null,
        seconds,
        spans: [[0, seconds]],
        title: titles[learner] ?? '',
        cover: null,
        faults: [],
        chosen: touched,
        at: touched,
      };
      doc.transact(() => putItem(takeItems(doc, partIds[i]!), take.id, takeFields(take)));
    }
  }

  private async go(
    layout: Layout,
    { id: pieceId, learner, doc, teacher, number }: Sent,
    sent: NonNullable<DemoPiece['goes']>[number],
  ): Promise<void> {
    const { transaction } = this;
    const { activity, activityId, partIds } = layout;
    const sentAt = this.past(sent.at);
    const progress = measureProgress(doc);
    const manifest = {
      parts: partIds.map((id, i) => ({
        id,
        title: activity.parts[i]!.title,
        kind: kindOf(activity.parts[i]!),
        ...(progress.parts[id] ?? NO_PROGRESS),
      })),
    };
    const due = activity.due ? this.at(activity.due).getTime() : null;
    const submission = await Submission.create(
      {
        id: randomUUID(),
        pieceId,
        number: number,
        key: randomUUID(),
        sentAt,
        late: due !== null && sentAt.getTime() > due,
        document: Buffer.from(Y.encodeStateAsUpdate(doc)),
        manifest,
        word: sent.word ?? null,
      },
      { transaction },
    );
    const teacherId = this.people.get(teacher)!;
    const personId = this.people.get(learner)!;
    const seenAt = sent.review ? sentAt : null;
    await Update.create(
      {
        id: randomUUID(),
        personId: teacherId,
        kind: 'sent',
        words: `${learner} sent ${activity.title}`,
        path: `/review/${activityId}?person=${personId}`,
        at: sentAt,
        seenAt,
      },
      { transaction },
    );
    if (!sent.review) return;
    const time = this.past(sent.review.at);
    const marked = markedDocument(layout, doc, sent.review, time.getTime(), seedOf(learner, activity.title, 'marks'));
    await Review.create(
      {
        id: randomUUID(),
        submissionId: submission.id,
        reviewerId: teacherId,
        note: sent.review.note,
        outcome: sent.review.outcome,
        marked: sent.review.levels
          ? {
              ...rubricOf(activity),
              levels: Object.fromEntries(sent.review.levels.map((level, i) => [rubricId(activity, i), level])),
              own: NO_OWN_MARK,
            }
          : null,
        begunAt: time,
        releasedAt: time,
        marks: Buffer.from(Y.encodeStateAsUpdate(marked)),
      },
      { transaction },
    );
    const words =
      sent.review.outcome === 'again'
        ? `${teacher} asks for another go: ${activity.title}`
        : `Finished: ${activity.title}`;
    await Update.create(
      {
        id: randomUUID(),
        personId,
        kind: sent.review.outcome,
        words,
        path: `/feedback/${submission.id}`,
        at: time,
        seenAt: sent.review.outcome === 'again' ? null : time,
      },
      { transaction },
    );
  }
}

interface DemoSettings {
  now?: number;
  /** Where the school's clock stands, as an IANA name. */
  zone?: string;
  /** The folder its files are kept in. */
  files?: string;
}

const filesFolder = (): string => process.env.LIPPET_FILES ?? join(process.cwd(), '.lippet', 'files');

/** Fills the database unless it holds a school already. @returns whether it did */
export async function seedDemo(
  sequelize: Sequelize,
  { now = Date.now(), zone = SCHOOL.zone, files = filesFolder() }: DemoSettings = {},
): Promise<boolean> {
  await migrate(sequelize);
  if ((await School.count()) > 0) return false;
  await sequelize.transaction((transaction) => new Seeder(now, zone, transaction, new FileStore(files)).run());
  return true;
}

if (process.argv[1]?.endsWith('seed.ts')) {
  const url = process.env.LIPPET_DATABASE_URL;
  if (!url) throw new Error('LIPPET_DATABASE_URL is not set.');
  const sequelize = openDatabase(url);
  await seedDemo(sequelize);
  await sequelize.close();
}
