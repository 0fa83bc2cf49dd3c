import { randomUUID } from 'node:crypto';
import { UniqueConstraintError, type Sequelize, type Transaction } from 'sequelize';
import type { FamilyCardView } from '@lippet/core/contract/family';
import { FamilyCard, FamilyMessage, FamilyTie, Membership, Person } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import { standingChanged } from '../../sync/standing';
import { hashSecret } from '../access/secrets';
import type { SignedIn, SignInService } from '../access/signIn';
import { ADDRESS_RULE, DEVICE_RULE } from '../access/signInThrottle';
import { Tries, type Origin } from '../access/tries';
import { BADGES, newGroupCode } from '../classes/groups';
import { findCard, peopleOf } from './findCard';

interface NewCards {
  cards: readonly { id: string; child: string }[];
  most: number;
}

interface Joining {
  code: string;
  name: string;
  signInName: string;
  password: string;
  keep: boolean;
}

/** Who joins by a letter; `personId` is null for somebody new. */
interface ByLetter {
  personId: string | null;
  address: string;
  name: string;
}

const NAME_TAKEN = 'Somebody signs in with that name already. Choose another one.';
const ADDRESS_TAKEN =
  'That address signs in with a password already. Sign in with it, press “Another child”, and give the code.';

type NewPerson = Pick<Person, 'name' | 'signInName' | 'mail' | 'secretKind' | 'secretHash'>;

/** A code that nobody comes upon by trying: as long as two of a group's. */
const newCardCode = (): string => newGroupCode() + newGroupCode();

/** Whether what somebody signs in with is an address that a letter can go to. */
const isAddress = (name: string): boolean => /^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(name);

/** Cards by which families join, and joining by them. */
export class FamilyCardService {
  private readonly tries: Tries;

  constructor(
    private readonly sequelize: Sequelize,
    private readonly signIn: SignInService,
    private readonly clock: () => number = Date.now,
  ) {
    this.tries = new Tries(sequelize, clock);
  }

  /** Cards of a group's learners that hold. */
  async list(actor: Actor, groupId: string): Promise<FamilyCardView[]> {
    if (!policy.leadFamilies(actor, groupId)) throw notFound();
    const cards = await FamilyCard.findAll({ where: { groupId, endedAt: null }, order: [['madeAt', 'ASC']] });
    const children = await Person.findAll({ where: { id: cards.map(({ childId }) => childId) } });
    const views: FamilyCardView[] = [];
    for (const { id, childId, code, most } of cards) {
      const child = children.find((person) => person.id === childId)!;
      const messages = await FamilyMessage.findAll({
        where: { cardId: id },
        attributes: ['at'],
        order: [['at', 'DESC']],
      });
      views.push({
        id,
        child: { id: childId, name: child.name, badge: child.badge },
        code,
        most,
        people: (await peopleOf(id)).map(({ name, lookedAt }) => ({ name, lookedAt })),
        messages: messages.length,
        lastAt: messages[0]?.at.getTime() ?? null,
      });
    }
    return views.sort((one, other) => one.child.name.localeCompare(other.child.name));
  }

  /** Makes cards for learners of the group; the same ids again are the same cards. */
  async make(actor: Actor, groupId: string, { cards, most }: NewCards): Promise<FamilyCardView[]> {
    if (!policy.leadFamilies(actor, groupId)) throw notFound();
    const children = [...new Set(cards.map(({ child }) => child))];
    const learners = await Membership.count({ where: { groupId, personId: children, role: 'learner', leftAt: null } });
    if (learners !== children.length) throw notFound();
    const madeAt = new Date(this.clock());
    await FamilyCard.bulkCreate(
      cards.map(({ id, child }) => ({ id, childId: child, groupId, code: newCardCode(), most, madeAt })),
      { ignoreDuplicates: true },
    );
    return this.list(actor, groupId);
  }

  /** Ends a card: who has joined by it sees nothing of the child by it from then on. */
  async end(actor: Actor, id: string): Promise<void> {
    const card = await findCard(id);
    if (!policy.leadFamilies(actor, card.groupId)) throw notFound();
    await this.sequelize.transaction(async (transaction) => {
      await card.update({ endedAt: card.endedAt ?? new Date(this.clock()) }, { transaction });
      const ties = await FamilyTie.findAll({ where: { cardId: id }, attributes: ['personId'], transaction });
      standingChanged(
        ties.map(({ personId }) => personId),
        transaction,
      );
    });
  }

  /**
   * A card that holds, by its code. Wrong codes count against the device and the address.
   * @throws ProblemError `not-found`, `wait`
   */
  async byCode(code: string, origin: Origin): Promise<FamilyCard> {
    const { device, address } = origin;
    const card = await this.tries.find(
      'code',
      origin,
      [
        [{ device }, DEVICE_RULE],
        [{ address }, ADDRESS_RULE],
      ],
      () => FamilyCard.findOne({ where: { code, endedAt: null } }),
    );
    if (!card)
      throw new ProblemError('not-found', 'No card has that code. Look at the card again, or ask the teacher.');
    return card;
  }

  /**
   * Joins by a card, as somebody new.
   * @throws ProblemError `conflict` where the name is taken, or as many have joined as may
   */
  async join(joining: Joining, origin: Origin): Promise<SignedIn> {
    const card = await this.byCode(joining.code, origin);
    const secretHash = await hashSecret('password', joining.password);
    const { name, signInName } = joining;
    const mail = isAddress(signInName) ? signInName : null;
    const secret = { secretKind: 'password', secretHash } as const;
    const id = await this.sequelize.transaction((transaction) =>
      this.makePerson(card, { name, signInName, mail, ...secret }, transaction),
    );
    return this.signIn.openSession(id, joining.keep);
  }

  /**
   * Joins by a card as somebody who has shown that an address is theirs: as a new person, or as who they are already.
   * @returns whose session it is to be
   * @throws ProblemError `conflict` as `join`
   */
  async joinByLetter(
    card: FamilyCard,
    { personId, address, name }: ByLetter,
    transaction: Transaction,
  ): Promise<string> {
    if (personId === null) {
      const secret = { secretKind: 'letter', secretHash: null } as const;
      return this.makePerson(card, { name, signInName: address, mail: address, ...secret }, transaction);
    }
    await this.addTo(personId, card, transaction);
    return personId;
  }

  /** @returns the id of a new person of the card's family */
  private async makePerson(card: FamilyCard, who: NewPerson, transaction: Transaction): Promise<string> {
    const { schoolId } = await Person.findByPk(card.childId, {
      attributes: ['schoolId'],
      rejectOnEmpty: true,
      transaction,
    });
    const joined = await this.insistOnRoom(card, transaction);
    const badge = BADGES[(joined + card.code.charCodeAt(0)) % BADGES.length]!;
    const id = randomUUID();
    try {
      await Person.create({ id, schoolId, role: 'family', badge, ...who }, { transaction });
    } catch (error) {
      if (!(error instanceof UniqueConstraintError)) throw error;
      throw new ProblemError('conflict', who.secretKind === 'letter' ? ADDRESS_TAKEN : NAME_TAKEN);
    }
    await this.tie(id, card, transaction);
    return id;
  }

  /** One more child for somebody who has joined. Asked again, it stays as it is. */
  async addChild(actor: Actor, code: string, origin: Origin): Promise<void> {
    if (actor.role !== 'family') throw new ProblemError('forbidden', 'Only those at home join by a card.');
    const card = await this.byCode(code, origin);
    await this.sequelize.transaction((transaction) => this.addTo(actor.personId, card, transaction));
  }

  private async addTo(personId: string, card: FamilyCard, transaction: Transaction): Promise<void> {
    if (await FamilyTie.findOne({ where: { cardId: card.id, personId }, transaction })) return;
    await this.insistOnRoom(card, transaction);
    await this.tie(personId, card, transaction);
    standingChanged([personId], transaction);
  }

  /** @returns how many have joined */
  private async insistOnRoom({ id }: FamilyCard, transaction: Transaction): Promise<number> {
    // Two who join at once come one after the other.
    const card = await FamilyCard.findByPk(id, { lock: transaction.LOCK.UPDATE, transaction, rejectOnEmpty: true });
    const joined = await FamilyTie.count({ where: { cardId: id }, transaction });
    if (card.endedAt) throw notFound();
    if (joined >= card.most)
      throw new ProblemError('conflict', 'As many have joined by this card as may. Ask the teacher for another card.');
    return joined;
  }

  private async tie(personId: string, { id }: FamilyCard, transaction: Transaction): Promise<void> {
    await FamilyTie.create({ personId, cardId: id, joinedAt: new Date(this.clock()) }, { transaction });
  }
}
