import type { Transaction } from 'sequelize';
import type { ActivityPlan } from '@lippet/core/contract/activityDefinition';
import { readPartners } from '@lippet/core/review/partners/partnerPlan';
import { NO_MARKING } from '@lippet/core/review/rubric';
import { LearnerDates, Part } from '../../models/tables';
import { partPlan } from '../pieces/activityParts';
import type { FoundActivity } from './findActivity';
import { datesOf } from './planDates';

/** What learners see now, as a plan. */
export async function givenPlan(
  { activity, assigned }: FoundActivity,
  transaction?: Transaction,
): Promise<ActivityPlan> {
  const activityId = activity.id;
  const [parts, learners] = [
    await Part.findAll({ where: { activityId, removedAt: null }, order: ['position'], transaction }),
    await LearnerDates.findAll({ where: { activityId }, order: ['personId'], transaction }),
  ];
  const { title, subject, goal, task, told, supplies, minutes, choices, materials, rubric, lateAllowed, takeBack } =
    activity;
  return {
    title,
    subject,
    goal: goal ?? '',
    task,
    told: told ?? null,
    supplies: supplies!,
    minutes,
    lateAllowed,
    takeBack: takeBack!,
    choices: choices!,
    materials: materials!,
    rubric: rubric!,
    marking: activity.marking ?? NO_MARKING,
    partners: readPartners(activity.partners),
    wall: activity.wall ?? 'none',
    parts: parts.map(partPlan),
    topic: activity.topic!,
    ages: activity.ages ?? null,
    groups: assigned.map((assignment) => ({
      group: assignment.groupId,
      folder: assignment.folderId ?? null,
      free: assignment.free!,
      crews: assignment.crewIds ?? [],
      ...datesOf(assignment),
    })),
    learners: learners.map((learner) => ({ person: learner.personId, ...datesOf(learner) })),
  };
}
