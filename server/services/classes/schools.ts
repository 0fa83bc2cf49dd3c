import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import type { SchoolWays } from '@lippet/core/contract/schools';
import type { School as Ways } from '@lippet/core/questions/questionKind';
import { Group, Person, School } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound } from '../../problems/problem';

/** What is the same for everybody of a school. */
export class SchoolService {
  constructor(private readonly sequelize: Sequelize) {}

  /** Says how numbers are written. What was answered before stays as it was marked. */
  async change(actor: Actor, { decimalMark }: SchoolWays): Promise<SchoolWays> {
    if (!policy.keepSchool(actor)) throw notFound();
    await this.sequelize.transaction(async (transaction) => {
      const person = await Person.findByPk(actor.personId, { transaction, rejectOnEmpty: true });
      await School.update({ decimalMark }, { where: { id: person.schoolId }, transaction });
    });
    return { decimalMark };
  }
}

/** How the school of a group writes numbers. */
export async function schoolOfGroup(groupId: string, transaction?: Transaction): Promise<Ways> {
  const group = await Group.findByPk(groupId, { attributes: ['schoolId'], transaction, rejectOnEmpty: true });
  const school = await School.findByPk(group.schoolId, { transaction, rejectOnEmpty: true });
  return { decimalMark: school.decimalMark };
}

/** How the school writes numbers in which an activity was made. */
export async function schoolOfActivity(
  sequelize: Sequelize,
  activityId: string,
  transaction?: Transaction,
): Promise<Ways> {
  const [found] = await sequelize.query<Ways>(
    `SELECT s.decimal_mark AS "decimalMark" FROM activities a JOIN people p ON p.id = a.teacher_id
     JOIN schools s ON s.id = p.school_id WHERE a.id = :activityId`,
    { replacements: { activityId }, type: QueryTypes.SELECT, transaction },
  );
  if (!found) throw notFound();
  return found;
}
