/** A family of the demo: one person at home, two children of two groups. */
import { randomUUID } from 'node:crypto';
import { Op, type Transaction } from 'sequelize';
import {
  FamilyCard,
  FamilyMessage,
  FamilySeen,
  FamilyTie,
  Person,
  Piece,
  Review,
  Submission,
} from '@lippet/server/models/tables';
import { hashSecret } from '@lippet/server/services/access/secrets';
import type { DayTime } from './demoActivity';
import type { GroupKey } from './school';

interface DemoChild {
  name: string;
  group: GroupKey;
  code: string;
  /** What home and the teacher say to each other. */
  talk: [from: 'home' | 'teacher', words: string, at: DayTime][];
}

export const FAMILY = {
  name: 'Joss Abara',
  signInName: 'joss.abara',
  password: 'gull-feather-jam',
  badge: '#7A4B8C',
  children: [
    {
      name: 'Bryony Tull',
      group: 'sandpipers',
      code: 'GULL7FEATHER',
      talk: [
        ['home', 'Bryony will not stop talking about the lamp. Thank you.', [-1, 18]],
        ['teacher', 'Her beams reach right out to sea. Do look at them with her.', [-1, 18, 40]],
      ],
    },
    { name: 'Oskar Vane', group: 'cormorants', code: 'JAM4HARBOURS', talk: [] },
  ] satisfies DemoChild[] as DemoChild[],
};

interface DemoWorld {
  transaction: Transaction;
  schoolId: string;
  /** Ids by name. */
  people: Map<string, string>;
  groups: ReadonlyMap<string, string>;
  teacherOf: (group: GroupKey) => string;
  past: (time: DayTime) => Date;
}

/** Makes the family, its cards, what it has seen and what was said. */
export async function demoFamily(world: DemoWorld): Promise<void> {
  const { transaction, schoolId, people, past } = world;
  const { children, password, ...who } = FAMILY;
  const personId = randomUUID();
  people.set(who.name, personId);
  const secretHash = await hashSecret('password', password);
  await Person.create(
    { id: personId, schoolId, role: 'family', ...who, secretKind: 'password', secretHash },
    { transaction },
  );
  for (const child of children) {
    const cardId = randomUUID();
    const [childId, groupId] = [people.get(child.name)!, world.groups.get(child.group)!];
    const card = { id: cardId, childId, groupId, code: child.code, most: 4, madeAt: past([-8, 9]) };
    await FamilyCard.create(card, { transaction });
    await FamilyTie.create({ personId, cardId, joinedAt: past([-7, 19]), lookedAt: past([-1, 18]) }, { transaction });
    for (const [from, words, time] of child.talk) {
      const authorId = from === 'home' ? personId : people.get(world.teacherOf(child.group))!;
      await FamilyMessage.create({ id: randomUUID(), cardId, authorId, words, at: past(time) }, { transaction });
    }
    await seeOldest(childId, personId, world);
  }
}

/** What came back first was seen; what came since was not. */
async function seeOldest(childId: string, personId: string, { transaction, past }: DemoWorld): Promise<void> {
  const pieces = await Piece.findAll({ where: { personId: childId }, attributes: ['id'], transaction });
  const goes = await Submission.findAll({
    where: { pieceId: pieces.map(({ id }) => id), withdrawnAt: null },
    attributes: ['id'],
    transaction,
  });
  const first = await Review.findOne({
    where: { submissionId: goes.map(({ id }) => id), releasedAt: { [Op.not]: null } },
    order: [['releasedAt', 'ASC']],
    transaction,
  });
  if (!first) return;
  const seen = { personId, submissionId: first.submissionId, at: past([-1, 18]) };
  await FamilySeen.create(seen, { transaction });
}
