import { Piece, Submission } from '../../models/tables';
import type { Actor } from '../../policy/actor';

/** Where an update leads, as its address says. */
interface Place {
  where: string;
  activityId: string;
  /** Whose work; null for whoever is told. */
  personId: string | null;
}

const ID = '[0-9a-f-]{36}';
const OF_ACTIVITY = new RegExp(`^/(activity|review|asks|partners|partner-board|wall)/(${ID})(?:[?]person=(${ID}))?`);
const OF_GO = new RegExp(`^/feedback/(${ID})`);

function placeAt(path: string): Place | null {
  const [, where, activityId, personId = null] = OF_ACTIVITY.exec(path) ?? [];
  return where && activityId ? { where, activityId, personId } : null;
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
  const places = paths.map(placeAt);
  const ownerOf = ({ personId }: Place): string => personId ?? actor.personId;
  const named = places.filter((place) => place !== null);
  const pieces = await Piece.findAll({
    where: { activityId: named.map(({ activityId }) => activityId), personId: named.map(ownerOf) },
    attributes: ['id', 'activityId', 'personId'],
  });
  const goes = await newestGoes(pieces.map(({ id }) => id));
  return paths.map((path, i) => {
    const [, go] = OF_GO.exec(path) ?? [];
    if (go) return `/goes/${go}/picture`;
    const place = places[i]!;
    if (!place) return null;
    const { where, activityId } = place;
    const piece = pieces.find((one) => one.activityId === activityId && one.personId === ownerOf(place));
    const sent = piece && goes.get(piece.id);
    // A teacher looks at what was sent. A piece without a look of its own shows its activity's.
    if (where === 'review' && sent) return `/goes/${sent}/picture`;
    if (where === 'activity' && piece) return `/pieces/${piece.id}/picture`;
    return `/activities/${activityId}/picture`;
  });
}
