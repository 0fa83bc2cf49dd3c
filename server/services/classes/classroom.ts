import { Op, UniqueConstraintError, type Sequelize, type Transaction } from 'sequelize';
import type {
  ClassroomView,
  DayAnswer,
  DayChoice,
  DayQuestionView,
  Face,
  LiveLesson,
  NoticeView,
  SeenBy,
} from '@lippet/core/contract/class';
import { schoolDay } from '@lippet/core/schedule/schoolTime';
import { DailyAnswer, DailyQuestion, Group, Media, Membership, Notice, Person, School } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import { insistOnOwnFile, insistSaid, SHOWN_IN_PLACE } from '../media/ownFile';
import { tellLearners, tellPerson, tellTeachers } from '../news/updates';

interface Said {
  id: string;
  words: string;
  media: string | null;
}

/** So many notices are shown. */
const SHOWN = 60;
/** So much of a notice stands in the update that tells of it. */
const TOLD = 60;
const short = (words: string): string => (words.length > TOLD ? `${words.slice(0, TOLD - 1)}…` : words);
const placeOf = (groupId: string): string => `/classroom/${groupId}`;

/** What a class shares beside its work: notices, a question of the day, a lesson by link, and who is in it. */
export class ClassroomService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly clock: () => number = Date.now,
  ) {}

  async view(actor: Actor, groupId: string): Promise<ClassroomView> {
    const group = await Group.findByPk(groupId);
    if (!group || !policy.readClassroom(actor, groupId)) throw notFound();
    const members = await Membership.findAll({ where: { groupId, leftAt: null } });
    const faces = await facesOf(members.map(({ personId }) => personId));
    const inRole = (role: Membership['role']): Face[] =>
      members
        .filter((member) => member.role === role)
        .flatMap(({ personId }) => faces.get(personId) ?? [])
        .sort((a, b) => a.name.localeCompare(b.name));
    return {
      id: groupId,
      name: group.name,
      teaches: actor.teaches.has(groupId),
      teachers: inRole('teacher'),
      learners: inRole('learner'),
      live: group.live ?? null,
      question: await this.question(actor, group),
      notices: await this.notices(groupId),
    };
  }

  private async notices(groupId: string): Promise<ClassroomView['notices']> {
    const heads = await Notice.findAll({
      where: { groupId, replyTo: null },
      order: [
        ['at', 'DESC'],
        ['id', 'ASC'],
      ],
      limit: SHOWN,
    });
    const replies = await Notice.findAll({
      where: { replyTo: heads.map(({ id }) => id) },
      order: [
        ['at', 'ASC'],
        ['id', 'ASC'],
      ],
    });
    const all = [...heads, ...replies];
    const people = await Person.findAll({ where: { id: all.map(({ authorId }) => authorId) } });
    const files = await Media.findAll({
      where: { id: all.flatMap(({ mediaId }) => mediaId ?? []) },
      attributes: ['id', 'kind'],
    });
    const view = ({ id, authorId, words, mediaId, removedAt, removedWhy, at }: Notice): NoticeView => {
      const { name, badge, role } = people.find((person) => person.id === authorId)!;
      const file = files.find((file) => file.id === mediaId);
      const shown = file && !removedAt && file.kind !== 'pdf' && file.kind !== 'file';
      return {
        id,
        author: { id: authorId, name, badge, teacher: role !== 'learner' },
        words: removedAt ? '' : words,
        media: shown ? { id: file.id, kind: file.kind as 'picture' | 'sound' | 'film' } : null,
        removed: removedAt ? removedWhy! : null,
        at: at!.getTime(),
      };
    };
    return heads.map((head) => ({
      ...view(head),
      replies: replies.filter(({ replyTo }) => replyTo === head.id).map(view),
    }));
  }

  private async today({ schoolId }: Group): Promise<string> {
    const { zone } = await School.findByPk(schoolId, { rejectOnEmpty: true });
    return schoolDay(this.clock(), zone);
  }

  private async question(actor: Actor, group: Group): Promise<DayQuestionView | null> {
    const asked = await DailyQuestion.findOne({ where: { groupId: group.id, endedAt: null } });
    if (!asked) return null;
    const { id, words, seenBy, choices = null } = asked;
    const rows = await DailyAnswer.findAll({
      where: { questionId: id, day: await this.today(group) },
      order: [['at', 'ASC']],
    });
    const faces = await facesOf(rows.map(({ personId }) => personId));
    const own = rows.find(({ personId }) => personId === actor.personId);
    return {
      id,
      words,
      seenBy,
      choices,
      mine: own ? answerOf(own) : null,
      answers: policy.seeDayAnswers(actor, asked)
        ? rows.map((row) => ({ ...faces.get(row.personId)!, ...answerOf(row) }))
        : null,
    };
  }

  private async insistOwn(actor: Actor, saying: Said, transaction: Transaction): Promise<void> {
    insistSaid(saying);
    if (saying.media) await insistOnOwnFile(actor, saying.media, { kinds: SHOWN_IN_PLACE }, transaction);
  }

  /** The answers that are offered show pictures of the teacher's own, brought for this class. */
  private async insistOwnPictures(
    actor: Actor,
    { groupId, choices }: { groupId: string; choices: readonly DayChoice[] | null },
    transaction: Transaction,
  ): Promise<void> {
    for (const { media } of choices ?? [])
      if (media) await insistOnOwnFile(actor, media, { kinds: ['picture'], groupId }, transaction);
  }

  /** Tells the class something. The same id again is the same notice. */
  async tell(actor: Actor, groupId: string, saying: Said): Promise<ClassroomView> {
    if (!policy.leadClassroom(actor, groupId)) throw notFound();
    await this.once(async (transaction) => {
      await this.insistOwn(actor, saying, transaction);
      await Notice.create(
        {
          id: saying.id,
          groupId,
          authorId: actor.personId,
          words: saying.words,
          mediaId: saying.media,
          at: new Date(this.clock()),
        },
        { transaction },
      );
      const { name } = await Person.findByPk(actor.personId, { transaction, rejectOnEmpty: true });
      await tellLearners(
        groupId,
        { kind: 'notice', words: `${name}: ${short(saying.words || 'a notice for you')}`, path: placeOf(groupId) },
        transaction,
      );
    });
    return this.view(actor, groupId);
  }

  /** Says something to a notice; its teachers are told. */
  async reply(actor: Actor, noticeId: string, saying: Said): Promise<ClassroomView> {
    const notice = await Notice.findByPk(noticeId);
    if (!notice || notice.replyTo || !policy.readClassroom(actor, notice.groupId)) throw notFound();
    if (notice.removedAt)
      throw new ProblemError('conflict', 'This notice was taken away, so nothing more can be said to it.');
    const { groupId } = notice;
    await this.once(async (transaction) => {
      await this.insistOwn(actor, saying, transaction);
      await Notice.create(
        {
          id: saying.id,
          groupId,
          replyTo: noticeId,
          authorId: actor.personId,
          words: saying.words,
          mediaId: saying.media,
          at: new Date(this.clock()),
        },
        { transaction },
      );
      const { name } = await Person.findByPk(actor.personId, { transaction, rejectOnEmpty: true });
      await tellTeachers(
        groupId,
        {
          kind: 'notice',
          words: `${name} answers your notice: ${short(saying.words || 'with a picture or a voice')}`,
          path: placeOf(groupId),
        },
        transaction,
        actor.personId,
      );
    });
    return this.view(actor, groupId);
  }

  private async once(work: (transaction: Transaction) => Promise<void>): Promise<void> {
    try {
      await this.sequelize.transaction(work);
    } catch (error) {
      if (!(error instanceof UniqueConstraintError)) throw error;
    }
  }

  /** Takes a notice, or something said to one, away. Who said it is told why; nobody sees its words any more. */
  async remove(actor: Actor, noticeId: string, why: string): Promise<ClassroomView> {
    const notice = await Notice.findByPk(noticeId);
    if (!notice || !policy.leadClassroom(actor, notice.groupId)) throw notFound();
    await this.sequelize.transaction(async (transaction) => {
      const [changed] = await Notice.update(
        { removedAt: new Date(this.clock()), removedWhy: why },
        { where: { id: noticeId, removedAt: null }, transaction },
      );
      if (changed > 0 && notice.authorId !== actor.personId)
        await tellPerson(
          notice.authorId,
          { kind: 'removed', words: `What you said was taken away: ${why}`, path: placeOf(notice.groupId) },
          transaction,
        );
    });
    return this.view(actor, notice.groupId);
  }

  /** Asks the class this every day from now on, in place of what was asked before; null asks nothing more. */
  async askDaily(
    actor: Actor,
    groupId: string,
    question: { id: string; words: string; seenBy: SeenBy; choices: DayChoice[] | null } | null,
  ): Promise<ClassroomView> {
    if (!policy.leadClassroom(actor, groupId)) throw notFound();
    const now = new Date(this.clock());
    await this.sequelize.transaction(async (transaction) => {
      if (question && (await DailyQuestion.findByPk(question.id, { transaction }))) return;
      if (question) await this.insistOwnPictures(actor, { groupId, choices: question.choices }, transaction);
      await DailyQuestion.update({ endedAt: now }, { where: { groupId, endedAt: null }, transaction });
      if (question)
        await DailyQuestion.create({ ...question, groupId, authorId: actor.personId, askedAt: now }, { transaction });
    });
    return this.view(actor, groupId);
  }

  /** One's own answer of today; said again, it is the new one. */
  async answerDaily(actor: Actor, questionId: string, { stamp, choice, words }: DayAnswer): Promise<ClassroomView> {
    const question = await DailyQuestion.findByPk(questionId);
    if (!question || !policy.answerDaily(actor, question)) throw notFound();
    if (question.endedAt) throw new ProblemError('conflict', 'This is not asked any more.');
    if (!stamp && !choice && words === '')
      throw new ProblemError('bad-request', 'Choose an answer, or say it in a few words.');
    const { choices = null } = question;
    const offered = choices ? !stamp && (!choice || choices.some(({ id }) => id === choice)) : !choice;
    if (!offered) throw new ProblemError('bad-request', 'That is none of the answers to choose from.');
    const group = await Group.findByPk(question.groupId, { rejectOnEmpty: true });
    await DailyAnswer.upsert({
      questionId,
      personId: actor.personId,
      day: await this.today(group),
      stamp,
      choice,
      words,
      at: new Date(this.clock()),
    });
    return this.view(actor, question.groupId);
  }

  /** Says where the class meets by a link; null for nowhere. */
  async meetAt(actor: Actor, groupId: string, live: LiveLesson | null): Promise<ClassroomView> {
    if (!policy.leadClassroom(actor, groupId)) throw notFound();
    await Group.update({ live }, { where: { id: groupId } });
    return this.view(actor, groupId);
  }
}

const answerOf = ({ stamp, choice = null, words }: DailyAnswer): DayAnswer => ({ stamp, choice, words });

async function facesOf(ids: readonly string[]): Promise<Map<string, Face>> {
  const people = await Person.findAll({ where: { id: { [Op.in]: [...ids] } }, attributes: ['id', 'name', 'badge'] });
  return new Map(people.map(({ id, name, badge }) => [id, { id, name, badge }]));
}

/** Whether a file stands in what one may read of a class. */
export async function shownInClassroom(actor: Actor, { id: mediaId, groupId: classId }: Media): Promise<boolean> {
  const notices = await Notice.findAll({ where: { mediaId, removedAt: null }, attributes: ['groupId'] });
  if (notices.some(({ groupId }) => policy.readClassroom(actor, groupId))) return true;
  if (!classId || !policy.readClassroom(actor, classId)) return false;
  const asked = await DailyQuestion.findOne({ where: { groupId: classId, endedAt: null }, attributes: ['choices'] });
  return asked?.choices?.some(({ media }) => media === mediaId) ?? false;
}
