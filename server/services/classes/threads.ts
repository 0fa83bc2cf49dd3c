import { UniqueConstraintError, type Sequelize, type Transaction } from 'sequelize';
import type { ThreadPlace, ThreadsView, Audience, MessageView, ThreadView } from '@lippet/core/contract/threads';
import { firstOf } from '@lippet/core/questions/question';
import {
  Activity,
  Assignment,
  Group,
  Media,
  Membership,
  Message,
  Part,
  Person,
  Piece,
  Thread,
} from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import type { UpdateLog } from '../../sync/updateLog';
import type { PictureOffer } from '../../media/picture';
import type { PagePictureService } from '../pieces/pagePictures';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { insistOnOwnFile, insistSaid, SHOWN_IN_PLACE } from '../media/ownFile';
import { posedQuestion, questionParts } from '../questions/questionParts';
import { tellPerson, tellTeachers } from '../news/updates';

interface Said {
  message: string;
  words: string;
  media: string | null;
}

/** So much of a question stands in the update that tells of it. */
const TOLD = 60;
const short = (words: string): string => (words.length > TOLD ? `${words.slice(0, TOLD - 1)}…` : words);

/** Questions about an activity, to the teacher alone or to the class, and their answers. */
export class ThreadService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly facts: PieceFactsService,
    private readonly log: UpdateLog,
    private readonly pictures: PagePictureService,
    private readonly clock: () => number = Date.now,
  ) {}

  /** All threads of an activity that one may read, newest first, and who would read a new one. */
  async list(actor: Actor, activityId: string): Promise<ThreadsView> {
    const activity = await Activity.findByPk(activityId);
    if (!activity) throw notFound();
    const groupIds = await this.groupsOf(actor, activityId);
    const threads = (
      await Thread.findAll({ where: { activityId, groupId: groupIds }, order: [['createdAt', 'DESC']] })
    ).filter((thread) => policy.readThread(actor, thread));
    const [learning] = groupIds.filter((id) => actor.learnsIn.has(id));
    return {
      activityId,
      title: activity.title,
      readers: learning ? await readersOf(learning) : null,
      threads: await this.views(actor, threads),
    };
  }

  /** The groups in which one has to do with an activity. @throws ProblemError `not-found` for none */
  private async groupsOf(actor: Actor, activityId: string): Promise<string[]> {
    const assigned = (await Assignment.findAll({ where: { activityId } })).map(({ groupId }) => groupId);
    const taught = assigned.filter((groupId) => actor.teaches.has(groupId));
    if (taught.length > 0) return taught;
    const [standing] = await this.facts.find({ personId: actor.personId, activityId });
    if (!standing || !policy.seeActivity(actor, standing, standing.status)) throw notFound();
    return [standing.groupId];
  }

  private async views(actor: Actor, threads: readonly Thread[]): Promise<ThreadView[]> {
    const messages = await Message.findAll({
      where: { threadId: threads.map(({ id }) => id) },
      order: [
        ['at', 'ASC'],
        ['id', 'ASC'],
      ],
    });
    const people = await Person.findAll({
      where: { id: [...threads.map(({ askerId }) => askerId), ...messages.map(({ authorId }) => authorId)] },
    });
    const parts = await Part.findAll({
      where: { id: threads.flatMap(({ partId }) => partId ?? []) },
      attributes: ['id', 'title'],
    });
    const files = await Media.findAll({
      where: { id: messages.flatMap(({ mediaId }) => mediaId ?? []) },
      attributes: ['id', 'kind'],
    });
    const questions = await this.questionsOf(threads);
    const personOf = (id: string): Person => people.find((person) => person.id === id)!;
    return threads.map((thread): ThreadView => {
      const teaches = actor.teaches.has(thread.groupId);
      const part = parts.find(({ id }) => id === thread.partId);
      // Whoever is neither the asker nor a teacher sees a question that was for the teacher alone without its name.
      const nameless = thread.audience === 'teacher' && !teaches && thread.askerId !== actor.personId;
      const views = messages
        .filter(({ threadId }) => threadId === thread.id)
        .map(({ id, authorId, words, mediaId, removedAt, removedWhy, at }): MessageView => {
          const author = personOf(authorId);
          const file = files.find((file) => file.id === mediaId);
          return {
            id,
            at: at!.getTime(),
            removed: removedAt ? removedWhy! : null,
            words: removedAt ? '' : words,
            media:
              file && !removedAt && file.kind !== 'pdf' && file.kind !== 'file'
                ? { id: file.id, kind: file.kind }
                : null,
            author:
              nameless && author.role === 'learner'
                ? null
                : {
                    name: author.name,
                    badge: author.badge,
                    teacher: author.role !== 'learner',
                    me: author.id === actor.personId,
                  },
          };
        });
      return {
        id: thread.id,
        group: thread.groupId,
        audience: thread.audience,
        part: part ? { id: part.id, title: part.title } : null,
        place: policy.seeThreadPlace(actor, thread) ? (thread.place ?? null) : null,
        question: thread.questionId ? (questions.get(thread.questionId) ?? null) : null,
        shared: Boolean(thread.sharedAt),
        closed: Boolean(thread.closedAt),
        mine: thread.askerId === actor.personId,
        mayAnswer: policy.answerThread(actor, thread),
        asker: teaches ? { id: thread.askerId, name: personOf(thread.askerId).name } : null,
        messages: views,
      };
    });
  }

  /** The questions that threads are about, by their ids. */
  private async questionsOf(threads: readonly Thread[]): Promise<Map<string, NonNullable<ThreadView['question']>>> {
    const about = threads.filter(({ questionId }) => questionId);
    const asked = new Map<string, NonNullable<ThreadView['question']>>();
    for (const activityId of new Set(about.map((thread) => thread.activityId)))
      for (const { settings } of await questionParts(activityId))
        for (const question of settings.questions)
          asked.set(question.id, { id: question.id, words: firstOf(question).words });
    return asked;
  }

  /** Asks. The same id again is the same question. */
  async ask(
    actor: Actor,
    activityId: string,
    {
      id,
      audience,
      part,
      place,
      question: asked,
      ...question
    }: Said & {
      id: string;
      audience: Audience;
      part: string | null;
      place: ThreadPlace | null;
      question: string | null;
    },
  ): Promise<ThreadView> {
    insistSaid(question);
    const [standing] = await this.facts.find({ personId: actor.personId, activityId });
    if (!standing || !policy.startPiece(actor, standing, standing.status)) throw notFound();
    if (part && (await Part.count({ where: { id: part, activityId } })) === 0) throw notFound();
    if (asked) await posedQuestion(activityId, { part: part ?? '', question: asked });
    try {
      await this.sequelize.transaction(async (transaction) => {
        const thread = await Thread.create(
          {
            id,
            activityId,
            groupId: standing.groupId,
            partId: part,
            place,
            questionId: asked,
            askerId: actor.personId,
            audience,
            createdAt: new Date(this.clock()),
          },
          { transaction },
        );
        await this.say(actor, thread, question, transaction);
        const asker = await Person.findByPk(actor.personId, { transaction, rejectOnEmpty: true });
        await tellTeachers(
          standing.groupId,
          {
            kind: 'asked',
            words: `${asker.name} asks: ${short(question.words || 'a question')}`,
            path: `/asks/${activityId}?thread=${id}`,
          },
          transaction,
        );
      });
    } catch (error) {
      if (!(error instanceof UniqueConstraintError)) throw error;
    }
    return this.view(actor, await this.thread(actor, id));
  }

  /** The page that a question is about as its asker has it now, with a ring around the place. */
  async picture(actor: Actor, id: string): Promise<PictureOffer> {
    const thread = await this.thread(actor, id);
    const piece =
      thread.place && policy.seeThreadPlace(actor, thread)
        ? await Piece.findOne({ where: { activityId: thread.activityId, personId: thread.askerId } })
        : null;
    if (!piece) throw notFound();
    const kept = await this.log.updates({ kind: 'piece', id: piece.id });
    const shown = { updates: kept?.updates ?? [], place: thread.place! };
    return this.pictures.offer(piece, `${id}.${kept?.through ?? 0}`, () => this.pictures.of(piece, shown));
  }

  private async thread(actor: Actor, id: string, transaction?: Transaction): Promise<Thread> {
    const thread = await Thread.findByPk(id, {
      transaction,
      ...(transaction ? { lock: transaction.LOCK.UPDATE } : {}),
    });
    if (!thread || !policy.readThread(actor, thread)) throw notFound();
    return thread;
  }

  private async view(actor: Actor, thread: Thread): Promise<ThreadView> {
    return (await this.views(actor, [thread]))[0]!;
  }

  private async say(
    actor: Actor,
    thread: Thread,
    { message, words, media }: Said,
    transaction: Transaction,
  ): Promise<void> {
    if (media) await insistOnOwnFile(actor, media, { kinds: SHOWN_IN_PLACE }, transaction);
    await Message.create(
      { id: message, threadId: thread.id, authorId: actor.personId, words, mediaId: media, at: new Date(this.clock()) },
      { transaction },
    );
  }

  /** Says something in a thread, and tells whom it concerns. */
  async answer(actor: Actor, id: string, saying: Said): Promise<ThreadView> {
    insistSaid(saying);
    try {
      await this.sequelize.transaction(async (transaction) => {
        const thread = await this.thread(actor, id, transaction);
        if (await Message.findByPk(saying.message, { transaction })) return;
        if (!policy.answerThread(actor, thread))
          throw new ProblemError('conflict', 'This is closed, so nothing more can be said here.');
        await this.say(actor, thread, saying, transaction);
        const { name } = await Person.findByPk(actor.personId, { transaction, rejectOnEmpty: true });
        const words = `${name} answers: ${short(saying.words || 'a message')}`;
        if (actor.personId !== thread.askerId)
          await tellPerson(
            thread.askerId,
            { kind: 'answered', words, path: `/activity/${thread.activityId}?ask=${id}` },
            transaction,
          );
        else
          await tellTeachers(
            thread.groupId,
            {
              kind: 'asked',
              words: `${name} says more: ${short(saying.words || 'a message')}`,
              path: `/asks/${thread.activityId}?thread=${id}`,
            },
            transaction,
          );
      });
    } catch (error) {
      if (!(error instanceof UniqueConstraintError)) throw error;
    }
    return this.view(actor, await this.thread(actor, id));
  }

  private async led(
    actor: Actor,
    id: string,
    change: Partial<Pick<Thread, 'sharedAt' | 'closedAt'>>,
  ): Promise<ThreadView> {
    const thread = await this.thread(actor, id);
    if (!policy.leadThread(actor, thread)) throw notFound();
    await thread.update(change);
    return this.view(actor, thread);
  }

  /**
   * Shows a question to the teacher alone, with its answers, to the class without the asker's name; or hides it again.
   */
  share = (actor: Actor, id: string, on: boolean): Promise<ThreadView> =>
    this.led(actor, id, { sharedAt: on ? new Date(this.clock()) : null });

  close = (actor: Actor, id: string, on: boolean): Promise<ThreadView> =>
    this.led(actor, id, { closedAt: on ? new Date(this.clock()) : null });

  /** Takes a message away. Its author sees that, and why; nobody sees its words any more. */
  async remove(actor: Actor, messageId: string, why: string): Promise<ThreadView> {
    const message = await Message.findByPk(messageId);
    if (!message) throw notFound();
    const thread = await this.thread(actor, message.threadId);
    if (!policy.leadThread(actor, thread)) throw notFound();
    await this.sequelize.transaction(async (transaction) => {
      if (message.removedAt) return;
      await message.update({ removedAt: new Date(this.clock()), removedWhy: why }, { transaction });
      if (message.authorId !== actor.personId)
        await tellPerson(
          message.authorId,
          {
            kind: 'removed',
            words: `Your message was taken away: ${why}`,
            path: `/activity/${thread.activityId}?ask=${thread.id}`,
          },
          transaction,
        );
    });
    return this.view(actor, thread);
  }
}

async function readersOf(groupId: string): Promise<ThreadsView['readers']> {
  const group = await Group.findByPk(groupId, { rejectOnEmpty: true });
  const members = await Membership.findAll({ where: { groupId, leftAt: null } });
  const teachers = await Person.findAll({
    where: { id: members.filter(({ role }) => role === 'teacher').map(({ personId }) => personId) },
    order: ['name'],
  });
  return {
    teachers: teachers.map(({ name }) => name),
    group: group.name,
    learners: members.filter(({ role }) => role === 'learner').length,
  };
}
