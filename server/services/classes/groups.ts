import { randomInt } from 'node:crypto';
import { Op, UniqueConstraintError, type Sequelize, type Transaction } from 'sequelize';
import { signInNameOf } from '@lippet/core/classList/readClassList';
import type { GroupView, KeyCard } from '@lippet/core/contract/groups';
import { KEY_PICTURES, type KeyLength, type KeyPicture } from '@lippet/core/contract/pictureKey';
import type { KeyKind } from '@lippet/core/contract/signIn';
import { Group, Membership, Person, Session } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import { standingChanged } from '../../sync/standing';
import { hashSecret, pictureSecret } from '../access/secrets';

/** Letters and digits of a group's code: none that is taken for another. */
const CODE_LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789';
const CODE_LENGTH = 6;
export const BADGES = [
  '#C8472F',
  '#F0AE2E',
  '#2A6A8C',
  '#55721F',
  '#884C7E',
  '#C0D9DE',
  '#D9C8A0',
  '#E58B6B',
  '#9DB668',
];
/** Words for passwords that a child can read and keep. */
const WORDS = (
  'anchor apple badge barrel basket beach beacon bell berry boat bottle bridge brush bucket button candle castle chalk cherry cloud ' +
  'compass coral crab dune feather ferry finch flint garden ginger hammer harbour heron island kettle kite ladder lamp lantern lemon ' +
  'marble meadow mitten needle nutmeg otter paddle pebble pepper pillow plum puffin quill rabbit ribbon rocket saddle shell silver spoon ' +
  'thistle ticket timber violet whistle willow window'
).split(' ');

/** What kind of key is made; `keyLength` is how many pictures it has where it is one of pictures. */
interface NewKey {
  kind: KeyKind;
  keyLength: KeyLength;
}

interface NewLearner {
  id: string;
  name: string;
  signInName: string | null;
}

/** One of a list, by chance that can't be guessed. */
const anyOf = <T>(list: readonly T[]): T => list[randomInt(list.length)]!;

export const newGroupCode = (): string => Array.from({ length: CODE_LENGTH }, () => anyOf([...CODE_LETTERS])).join('');

/** Groups of learners: made by hand or from a class list, with keys that are shown once, to be printed. */
export class GroupService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly clock: () => number = Date.now,
  ) {}

  /** Makes a group, with its maker as its teacher. The same id again is the same group. */
  async create(actor: Actor, id: string, name: string): Promise<GroupView> {
    if (!policy.makeGroup(actor)) throw new ProblemError('forbidden', 'Only teachers make groups.');
    const { schoolId } = await Person.findByPk(actor.personId, { rejectOnEmpty: true });
    try {
      await this.sequelize.transaction(async (transaction) => {
        await Group.create({ id, schoolId, name, code: newGroupCode() }, { transaction });
        await Membership.create({ personId: actor.personId, groupId: id, role: 'teacher' }, { transaction });
      });
    } catch (error) {
      if (!(error instanceof UniqueConstraintError)) throw error;
      if (!policy.keepGroup(actor, id)) throw notFound();
    }
    return viewOf(await Group.findByPk(id, { rejectOnEmpty: true }));
  }

  private async own(actor: Actor, id: string): Promise<Group> {
    const group = await Group.findByPk(id);
    if (!group || !policy.keepGroup(actor, id)) throw notFound();
    return group;
  }

  async view(actor: Actor, id: string): Promise<GroupView> {
    return viewOf(await this.own(actor, id));
  }

  /**
   * Adds all of these learners, or none. Asked again (an answer was lost), who is there already gets a new key, because
   * nobody has seen theirs.
   *
   * @throws ProblemError `conflict` with the sign-in name that is in use
   */
  async add(actor: Actor, groupId: string, learners: readonly NewLearner[], keys: NewKey): Promise<KeyCard[]> {
    const group = await this.own(actor, groupId);
    return this.sequelize.transaction(async (transaction) => {
      const before = await Person.findAll({ where: { id: learners.map(({ id }) => id) }, transaction });
      const members = await Membership.findAll({
        where: { groupId, role: 'learner', personId: before.map(({ id }) => id) },
        transaction,
      });
      if (members.length !== before.length) throw notFound();
      const others = await Person.findAll({
        where: { id: { [Op.notIn]: before.map(({ id }) => id) } },
        attributes: ['signInName', 'schoolId'],
        transaction,
      });
      const namesOf = (people: readonly Person[]): Set<string> =>
        new Set(people.map(({ signInName }) => signInName.toLowerCase()));
      const taken = namesOf(others);
      const takenHere = namesOf(others.filter(({ schoolId }) => schoolId === group.schoolId));
      const cards: KeyCard[] = [];
      for (const [i, { id, name, signInName }] of learners.entries()) {
        const old = before.find((person) => person.id === id);
        if (!old && signInName && takenHere.has(signInName.toLowerCase()))
          throw new ProblemError('conflict', `The sign-in name “${signInName}” is in use already. Nobody was added.`);
        // Where another school has it, a number goes behind it: who is there is nobody’s business here.
        const free = signInName !== null && !taken.has(signInName.toLowerCase()) ? signInName : null;
        const own = old?.signInName ?? free ?? signInNameOf(signInName ?? name, taken);
        taken.add(own.toLowerCase());
        takenHere.add(own.toLowerCase());
        const card = freshCard({ id, name, signInName: own }, group, keys);
        const secret = await secretOf(card, keys.keyLength);
        if (old) await old.update({ ...secret }, { transaction });
        else {
          await Person.create(
            {
              id,
              schoolId: group.schoolId,
              role: 'learner',
              name,
              signInName: own,
              badge: BADGES[(members.length + i) % BADGES.length]!,
              ...secret,
            },
            { transaction },
          );
          await Membership.create(
            { personId: id, groupId, role: 'learner', joinedAt: new Date(this.clock()) },
            { transaction },
          );
        }
        cards.push(card);
      }
      return cards;
    });
  }

  /**
   * New keys of the same kind for some learners; the old ones open nothing more, and they are signed out everywhere.
   *
   * @param keyLength of keys that are pictures; as many as each had where it is not said
   */
  async newKeys(actor: Actor, groupId: string, people: readonly string[], keyLength?: KeyLength): Promise<KeyCard[]> {
    const group = await this.own(actor, groupId);
    return this.sequelize.transaction(async (transaction) => {
      const cards: KeyCard[] = [];
      for (const id of new Set(people)) {
        const { leftAt } = await this.member(groupId, id, transaction);
        // Of somebody who left, others are the teachers now.
        if (leftAt) throw notFound();
        const person = await Person.findByPk(id, { lock: transaction.LOCK.UPDATE, transaction, rejectOnEmpty: true });
        const key = { kind: keyKindOf(person), keyLength: keyLength ?? person.keyLength };
        const card = freshCard(person, group, key);
        await person.update(await secretOf(card, key.keyLength), { transaction });
        await Session.destroy({ where: { personId: id }, transaction });
        standingChanged([id], transaction);
        cards.push(card);
      }
      return cards.sort((a, b) => a.name.localeCompare(b.name));
    });
  }

  private async member(groupId: string, personId: string, transaction?: Transaction): Promise<Membership> {
    const member = await Membership.findOne({ where: { groupId, personId, role: 'learner' }, transaction });
    if (!member) throw notFound();
    return member;
  }

  /** A learner leaves, or comes back. What they made stays theirs, and is seen by their teachers. */
  async leave(actor: Actor, groupId: string, personId: string, left: boolean): Promise<GroupView> {
    const group = await this.own(actor, groupId);
    await this.sequelize.transaction(async (transaction) => {
      const member = await this.member(groupId, personId, transaction);
      await member.update({ leftAt: left ? (member.leftAt ?? new Date(this.clock())) : null }, { transaction });
      standingChanged([personId], transaction);
    });
    return viewOf(group);
  }
}

function freshCard(
  { id, name, signInName }: { id: string; name: string; signInName: string },
  group: Group,
  { kind, keyLength }: NewKey,
): KeyCard {
  const card = { id, name, signInName, group: group.name, code: group.code };
  if (kind === 'password')
    return { ...card, pictures: null, password: `${anyOf(WORDS)}-${anyOf(WORDS)}-${randomInt(10, 100)}` };
  const left: KeyPicture[] = [...KEY_PICTURES];
  return {
    ...card,
    password: null,
    pictures: Array.from({ length: keyLength }, () => left.splice(randomInt(left.length), 1)[0]!),
  };
}

/** A learner signs in by pictures or by a password: letters go to those at home. */
const keyKindOf = ({ secretKind }: Pick<Person, 'secretKind'>): KeyKind =>
  secretKind === 'picture' ? 'picture' : 'password';

/** What is kept of a card. */
async function secretOf(
  { pictures, password }: KeyCard,
  keyLength: KeyLength,
): Promise<Pick<Person, 'secretKind' | 'secretHash' | 'keyLength'>> {
  if (!pictures) return { secretKind: 'password', secretHash: await hashSecret('password', password!), keyLength };
  return { secretKind: 'picture', secretHash: await hashSecret('picture', pictureSecret(pictures)), keyLength };
}

async function viewOf({ id, name, code }: Group): Promise<GroupView> {
  const members = await Membership.findAll({ where: { groupId: id, role: 'learner' } });
  const people = await Person.findAll({ where: { id: members.map(({ personId }) => personId) }, order: ['name'] });
  return {
    id,
    name,
    code,
    members: people.map((person) => ({
      id: person.id,
      name: person.name,
      badge: person.badge,
      signInName: person.signInName,
      keys: keyKindOf(person),
      keyLength: person.keyLength,
      left: Boolean(members.find(({ personId }) => personId === person.id)!.leftAt),
    })),
  };
}
