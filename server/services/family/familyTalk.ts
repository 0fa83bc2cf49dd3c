import { UniqueConstraintError, type Sequelize } from 'sequelize';
import { FAMILY_LIMITS, type FamilyMessageView, type FamilyTalkView } from '@lippet/core/contract/family';
import { FamilyMessage, FamilyTie, Group, Person, type FamilyCard } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import { insistOnOwnFile, insistSaid } from '../media/ownFile';
import { tellPeople, tellTeachers } from '../news/updates';
import { findCard, forPolicy, peopleOf } from './findCard';
import { teacherNames } from './homeService';

interface Saying {
  id: string;
  words: string;
  media: string | null;
}

/** So much of a message stands in the update that tells of it. */
const TOLD = 60;

/** What a family and the teachers of a group say to each other of a child. The child's own talk stands elsewhere. */
export class FamilyTalkService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly clock: () => number = Date.now,
  ) {}

  private async card(actor: Actor, id: string): Promise<FamilyCard> {
    const card = await findCard(id);
    if (!policy.talkAtHome(actor, await forPolicy(actor, card))) throw notFound();
    return card;
  }

  async view(actor: Actor, id: string): Promise<FamilyTalkView> {
    const { childId, groupId } = await this.card(actor, id);
    const child = await Person.findByPk(childId, { attributes: ['name'], rejectOnEmpty: true });
    const group = await Group.findByPk(groupId, { attributes: ['name'], rejectOnEmpty: true });
    const family = (await peopleOf(id)).map(({ name }) => name);
    return {
      card: id,
      child: child.name,
      group: { id: groupId, name: group.name },
      readers: [...(await teacherNames(groupId)), ...family],
      messages: await this.messages(actor, id),
    };
  }

  private async messages(actor: Actor, cardId: string): Promise<FamilyMessageView[]> {
    const rows = await FamilyMessage.findAll({
      where: { cardId },
      order: [
        ['at', 'ASC'],
        ['id', 'ASC'],
      ],
    });
    const people = await Person.findAll({ where: { id: rows.map(({ authorId }) => authorId) } });
    return rows.map(({ id, authorId, words, mediaId, at: time }) => {
      const { name, badge, role } = people.find((person) => person.id === authorId)!;
      return {
        id,
        author: { name, badge, teacher: role === 'teacher' },
        mine: authorId === actor.personId,
        words,
        media: mediaId ? { id: mediaId, kind: 'sound' } : null,
        at: time.getTime(),
      };
    });
  }

  /** Says something, and tells the other side. The same id again says it once. */
  async say(actor: Actor, cardId: string, saying: Saying): Promise<FamilyTalkView> {
    insistSaid(saying);
    const card = await this.card(actor, cardId);
    if (card.endedAt) throw new ProblemError('conflict', 'This card has ended, so nobody at home would read it.');
    if ((await FamilyMessage.count({ where: { cardId } })) >= FAMILY_LIMITS.messages)
      throw new ProblemError('conflict', 'A lot has been said here already. There is no room for more.');
    try {
      await this.sequelize.transaction((transaction) => this.keep(actor, card, saying, transaction));
    } catch (error) {
      if (!(error instanceof UniqueConstraintError)) throw error;
    }
    return this.view(actor, cardId);
  }

  private async keep(
    actor: Actor,
    { id: cardId, childId, groupId }: FamilyCard,
    { id, words, media }: Saying,
    transaction: Parameters<typeof tellTeachers>[2],
  ): Promise<void> {
    if (media) await insistOnOwnFile(actor, media, { kinds: ['sound'], groupId }, transaction);
    const row = { id, cardId, authorId: actor.personId, words, mediaId: media, at: new Date(this.clock()) };
    await FamilyMessage.create(row, { transaction });
    const { name } = await Person.findByPk(actor.personId, { transaction, rejectOnEmpty: true });
    const child = await Person.findByPk(childId, { transaction, rejectOnEmpty: true });
    const told = `${name}, about ${child.name}: ${(words || 'a voice').slice(0, TOLD)}`;
    const path = `/home-talk/${cardId}`;
    if (actor.teaches.has(groupId)) {
      const ties = await FamilyTie.findAll({ where: { cardId }, attributes: ['personId'], transaction });
      const family = ties.map(({ personId }) => personId);
      await tellPeople(family, { kind: 'answered', words: told, path }, transaction);
    } else await tellTeachers(groupId, { kind: 'asked', words: told, path }, transaction);
  }
}
