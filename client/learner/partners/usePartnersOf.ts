import type { PartnerAnswerView } from '@lippet/core/contract/partners';
import type { MarksFrom } from '@lippet/core/review/partners/notesByPlace';
import { useQueries } from '@tanstack/react-query';
import { useMemo } from 'react';
import { partnersMarks, usePartnerAnswers } from '../../api/queries';
import { frozenDocument } from '../../page/document/useFrozenDocument';

const NONE: readonly PartnerAnswerView[] = [];

/** What partners gave for one go of one's own, and their marks as far as they are here. */
export function usePartnersOf(activityId: string | undefined, goId: string | undefined) {
  const { data = NONE } = usePartnerAnswers(goId === undefined ? undefined : activityId);
  const partners = useMemo(() => data.filter((answer) => answer.goId === goId), [data, goId]);
  const fetched = useQueries({
    queries: partners.map(({ id }) => partnersMarks(id)),
    combine: (results) => results.map((result) => result.data),
  });
  const from = useMemo(
    () =>
      partners.flatMap(({ id, name }, index): (MarksFrom & { id: string })[] => {
        const bytes = fetched[index];
        return bytes ? [{ id, name, marks: frozenDocument(bytes) }] : [];
      }),
    [partners, fetched],
  );
  return { partners, from };
}
