import type { Transaction } from 'sequelize';
import { Activity, LearnerDates, type OwnDates } from '../../models/tables';
import { millisOf } from '../../models/millis';

const date = (value: number | null): Date | null => (value === null ? null : new Date(value));

/** The dates that a learner has in place of the group’s; null where they have the group’s. */
export async function ownDates(
  activityId: string,
  personId: string,
  transaction: Transaction,
): Promise<OwnDates | null> {
  const row = await LearnerDates.findOne({ where: { activityId, personId }, transaction });
  return row && { opens: millisOf(row.opens), due: millisOf(row.due), closes: millisOf(row.closes) };
}

/**
 * Gives a learner dates of their own, or the group’s again; also in what is typed of the activity and not given out yet,
 * which would bring the old ones back.
 */
export async function putOwnDates(
  activityId: string,
  personId: string,
  dates: OwnDates | null,
  transaction: Transaction,
): Promise<void> {
  if (dates) {
    const row = { opens: date(dates.opens), due: date(dates.due), closes: date(dates.closes) };
    await LearnerDates.upsert({ activityId, personId, ...row }, { transaction });
  } else {
    await LearnerDates.destroy({ where: { activityId, personId }, transaction });
  }
  const { draft, draftVersion } = await Activity.findByPk(activityId, {
    attributes: ['id', 'draft', 'draftVersion'],
    lock: transaction.LOCK.UPDATE,
    transaction,
    rejectOnEmpty: true,
  });
  if (!draft) return;
  const others = draft.learners.filter(({ person }) => person !== personId);
  const learners = dates ? [...others, { person: personId, ...dates }] : others;
  const changed = { draft: { ...draft, learners }, draftVersion: draftVersion! + 1 };
  await Activity.update(changed, { where: { id: activityId }, transaction });
}
