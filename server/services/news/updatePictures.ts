import { Piece, Submission } from '../../models/tables';
import type { Actor } from '../../policy/actor';

/** Work that an update leads to, as its address names it. */
interface NamedWork {
  activityId: string;
  /** Whose; null for whoever is told. */
  personId: string | null;
  /** A teacher looks at what was sent, a learner at what they have. */
  sent: boolean;
}

const ID = '[0-9a-f-]{36}';
const OF_ACTIVITY = new RegExp(`^/(activity|review|asks|partners|partner-board|wall)/(${ID})(?:[?]person=(${ID}))?`);
const OF_GO = new RegExp(`^/feedback/(${ID})`);

function workAt(path: string): NamedWork | null {
  const [, where, activityId, personId] = OF_ACTIVITY.exec(path) ?? [];
  if (!activityId || (where !== 'activity' && !personId)) return null;
  return { activityId, personId: personId ?? null, sent: where === 'review' };
}

/** The newest go of each of these pieces that was not taken back, by piece. */
async function newestGoes(pieceIds: readonly string[]): Promise<Map<string, string>> {
  const goes = await Submission.findAll({
    where: { pieceId: [...pieceIds], withdrawnAt: null },
    attributes: ['id', 'pieceId'],
    order: [['number', 'ASC']],
  });
  return new Map(goes.map(({ id, pieceId }) => [pieceId, id]));
}

/**
 * Addresses of pictures of what updates lead to, below the API's: the work itself where there is some, else the activity.
 * Whether somebody may see it is asked when it is fetched.
 *
 * @param paths where updates of the actor lead
 */
export async function updatePictures(actor: Actor, paths: readonly string[]): Promise<(string | null)[]> {
  const works = paths.map(workAt);
  const activities = [...new Set(works.flatMap((work) => work?.activityId ?? []))];
  const people = [...new Set(works.flatMap((work) => (work ? [work.personId ?? actor.personId] : [])))];
  const pieces = await Piece.findAll({
    where: { activityId: activities, personId: people },
    attributes: ['id', 'activityId', 'personId'],
  });
  const goes = await newestGoes(pieces.map(({ id }) => id));
  return paths.map((path, i) => {
    const [, go] = OF_GO.exec(path) ?? [];
    if (go) return `/goes/${go}/picture`;
    const [, , activityId] = OF_ACTIVITY.exec(path) ?? [];
    if (!activityId) return null;
    const work = works[i];
    const owner = work?.personId ?? actor.personId;
    const piece = work && pieces.find((one) => one.activityId === activityId && one.personId === owner);
    const sent = piece && goes.get(piece.id);
    if (work?.sent && sent) return `/goes/${sent}/picture`;
    // A piece without a look of its own shows its activity's.
    if (work && !work.sent && piece) return `/pieces/${piece.id}/picture`;
    return `/activities/${activityId}/picture`;
  });
}
