import { FamilyCard, FamilyTie, Person } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { notFound } from '../../problems/problem';

/** @throws ProblemError `not-found` */
export async function findCard(id: string): Promise<FamilyCard> {
  const card = await FamilyCard.findByPk(id);
  if (!card) throw notFound();
  return card;
}

/** A card as the policy asks for it. */
export async function forPolicy(
  actor: Actor,
  card: FamilyCard,
): Promise<{ groupId: string; joined: boolean; ended: boolean }> {
  const tie = await FamilyTie.findOne({ where: { cardId: card.id, personId: actor.personId } });
  return { groupId: card.groupId, joined: tie !== null, ended: Boolean(card.endedAt) };
}

/** Who has joined by a card, in the order in which they did. */
export async function peopleOf(cardId: string): Promise<{ id: string; name: string; lookedAt: number | null }[]> {
  const ties = await FamilyTie.findAll({ where: { cardId }, order: [['joinedAt', 'ASC']] });
  const people = await Person.findAll({
    where: { id: ties.map(({ personId }) => personId) },
    attributes: ['id', 'name'],
  });
  const names = new Map(people.map(({ id, name }) => [id, name]));
  return ties.map(({ personId, lookedAt }) => ({
    id: personId,
    name: names.get(personId)!,
    lookedAt: lookedAt?.getTime() ?? null,
  }));
}
