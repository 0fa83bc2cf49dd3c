import { QueryTypes } from 'sequelize';
import { MEDIA_LIMITS } from '@lippet/core/contract/media';
import { Media } from '../../models/tables';
import { ProblemError } from '../../problems/problem';

/** Bytes of files that are at school, or on their way there. */
export interface Kept {
  person: number;
  /** Of all who belong to the person's school. */
  school: number;
}

/** @param but an upload that is not counted */
export async function keptFor(personId: string, but: string | null = null): Promise<Kept> {
  const [sums] = await Media.sequelize!.query<{ person: string; school: string }>(
    `WITH own AS (SELECT p.id FROM people p WHERE p.school_id = (SELECT school_id FROM people WHERE id = :personId)),
          files AS (
            SELECT owner_id, size FROM media WHERE owner_id IN (SELECT id FROM own)
            UNION ALL
            SELECT owner_id, size FROM uploads WHERE owner_id IN (SELECT id FROM own) AND id IS DISTINCT FROM :but::uuid)
     SELECT coalesce(sum(size) FILTER (WHERE owner_id = :personId), 0) AS person, coalesce(sum(size), 0) AS school
     FROM files`,
    { replacements: { personId, but }, type: QueryTypes.SELECT },
  );
  return { person: Number(sums!.person), school: Number(sums!.school) };
}

/** A sentence where these files and one more would be more than is kept. */
export function roomTrouble({ person, school }: Kept, more: number): string | null {
  if (person + more > MEDIA_LIMITS.person)
    return 'You have as many files at school as one person may have. Delete recordings that you don’t need, or ask your teacher.';
  if (school + more > MEDIA_LIMITS.school)
    return 'There is no room left at school for more files. Tell your teacher: what you made is safe on this device.';
  return null;
}

/** @throws ProblemError `too-large` for a file that there is no room for */
export async function insistOnRoom(personId: string, size: number, but: string | null = null): Promise<void> {
  const trouble = roomTrouble(await keptFor(personId, but), size);
  if (trouble) throw new ProblemError('too-large', trouble);
}
