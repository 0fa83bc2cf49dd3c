import { readPartners } from '@lippet/core/review/partners/partnerPlan';
import { type Activity, type PeerReview, Person } from '../../models/tables';

/**
 * By what name whose work it is knows whoever looked at it: their own where the activity's partners have names, else a
 * number.
 *
 * @returns by the review's id
 */
export async function namesForAuthors(
  { partners }: Pick<Activity, 'partners'>,
  reviews: readonly PeerReview[],
): Promise<Map<string, string>> {
  const named = readPartners(partners)?.named ?? false;
  const people = named
    ? await Person.findAll({ where: { id: reviews.map(({ reviewerId }) => reviewerId) }, attributes: ['id', 'name'] })
    : [];
  const names = new Map(people.map(({ id, name }) => [id, name]));
  return new Map(reviews.map(({ id, reviewerId, forAuthor }) => [id, names.get(reviewerId) ?? `Partner ${forAuthor}`]));
}
