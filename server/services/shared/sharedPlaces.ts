import { randomUUID } from 'node:crypto';
import { type Sequelize } from 'sequelize';
import type { PagePlan } from '@lippet/core/page/document';
import { sharedPages, togetherOf, type PartPlan } from '@lippet/core/parts/part';
import type { SharedWays } from '@lippet/core/parts/partKind';
import { Crew, Part, SharedSheet } from '../../models/tables';
import { notFound } from '../../problems/problem';
import { crewsAt, learnersAt, type PartnerLearner, type Place } from '../partners/partnerPlaces';
import { partPlan } from '../pieces/activityParts';

/** A part whose sheets are filled together. */
export interface SharedPart {
  part: PartPlan;
  ways: SharedWays;
  pages: PagePlan[];
}

/** @returns null where each has sheets of their own */
function sharedPartOf(row: Part): SharedPart | null {
  const part = partPlan(row);
  const ways = togetherOf(part);
  return ways && { part, ways, pages: sharedPages(part) };
}

/** The parts of an activity that are filled together, in their order. */
export async function sharedPartsOf(activityId: string): Promise<SharedPart[]> {
  const rows = await Part.findAll({ where: { activityId, removedAt: null }, order: ['position'] });
  return rows.flatMap((row) => sharedPartOf(row) ?? []);
}

/** A part that is filled together, also where it was taken out since. @throws ProblemError `not-found` */
export async function findSharedPart(partId: string): Promise<SharedPart> {
  const row = await Part.findByPk(partId);
  const shared = row && sharedPartOf(row);
  if (!shared) throw notFound();
  return shared;
}

/** Learners of a group by the crew with whom they fill a sheet; null where they are in none, or all fill one. */
async function crewsBy(
  sequelize: Sequelize,
  place: Place,
  learners: readonly PartnerLearner[],
  { by }: SharedWays,
): Promise<Map<string | null, PartnerLearner[]>> {
  const crews = by === 'crew' ? await crewsAt(sequelize, place) : new Map<string, string>();
  const found = new Map<string | null, PartnerLearner[]>();
  for (const learner of learners) {
    const crew = crews.get(learner.id) ?? null;
    found.set(crew, [...(found.get(crew) ?? []), learner]);
  }
  return found;
}

/** Who fills each sheet of a part, by crew. */
export async function fillersOf(
  sequelize: Sequelize,
  place: Place,
  ways: SharedWays,
  now: number,
): Promise<Map<string | null, PartnerLearner[]>> {
  return crewsBy(sequelize, place, await learnersAt(sequelize, place, now), ways);
}

/** The sheet of a part for a group or a crew; it is made when it is asked for first. Asked at once, it is made once. */
export async function sheetFor(place: Place, { part, ways }: SharedPart, crewId: string | null): Promise<SharedSheet> {
  const where = { partId: part.id, groupId: place.groupId, crewId };
  const known = await SharedSheet.findOne({ where });
  if (known) return known;
  await SharedSheet.bulkCreate([{ id: randomUUID(), ...place, ...where, hides: ways.hides }], {
    ignoreDuplicates: true,
  });
  return SharedSheet.findOne({ where, rejectOnEmpty: true });
}

/** What a crew is called; null for none. One that is no more has lost its name. */
export async function crewName(crewId: string | null | undefined): Promise<string | null> {
  if (!crewId) return null;
  return (await Crew.findByPk(crewId, { attributes: ['name'] }))?.name ?? 'A crew from before';
}
