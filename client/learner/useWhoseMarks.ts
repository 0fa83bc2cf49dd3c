import type { GoPageView } from '@lippet/core/contract/pieces';
import { walkNotes } from '@lippet/core/review/noteWalk';
import { notesByPlace, type NoteFrom } from '@lippet/core/review/partners/notesByPlace';
import { useMemo, useState } from 'react';
import type * as Y from 'yjs';
import { useMarks } from '../api/queries';
import { useFrozenDocument } from '../page/document/useFrozenDocument';
import { usePartnersOf } from './partners/usePartnersOf';

/** Whose marks lie on the work: the teacher's, all partners' together, or one partner's, by the id of their review. */
export type Whose = 'teacher' | 'all' | (string & {});

/** What came back of a go, from the teacher and from partners, and whose marks of them are looked at. */
export function useWhoseMarks(view: GoPageView | undefined, doc: Y.Doc | null) {
  const [chosen, setChosen] = useState<Whose | null>(null);
  const teachers = useFrozenDocument(useMarks(view?.go.review?.id).data);
  const { partners, from } = usePartnersOf(view?.activityId, view?.go.id);
  const hasTeacher = Boolean(view?.go.review);
  const first: Whose = partners.length > 1 ? 'all' : (partners[0]?.id ?? 'teacher');
  const whose = chosen ?? (hasTeacher ? 'teacher' : first);
  const shown = useMemo(
    () => (whose === 'teacher' ? [] : from.filter(({ id }) => whose === 'all' || id === whose)),
    [whose, from],
  );
  const parts = view?.parts;
  const walk = useMemo((): readonly (Omit<NoteFrom, 'from'> & { from?: string })[] => {
    if (!doc || !parts) return [];
    const ids = parts.map(({ id }) => id);
    if (whose === 'teacher') return teachers ? walkNotes(doc, teachers, ids) : [];
    return notesByPlace(doc, shown, ids);
  }, [doc, parts, whose, teachers, shown]);
  const marks = whose === 'teacher' ? [teachers].filter((one) => one !== null) : shown.map((one) => one.marks);
  return {
    whose,
    choose: setChosen,
    partners,
    hasTeacher,
    /** The teacher's marks, which also go out with a copy. */
    teachers,
    marks,
    walk,
  };
}
