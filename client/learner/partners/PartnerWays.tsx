import type { PieceView } from '@lippet/core/contract/pieces';
import { usePartnerAnswers, usePartnerDuties } from '../../api/queries';
import { Button } from '../../ui/Button';

/** The ways from work that was sent to that of one's partners, and to what they said of it. */
export function PartnerWays({ piece: { card, goes } }: { piece: PieceView }) {
  const { activityId } = card;
  const duty = (usePartnerDuties().data ?? []).find((one) => one.activityId === activityId);
  const answers = usePartnerAnswers(goes.length > 0 ? activityId : undefined).data ?? [];
  const about = answers.filter(({ goId }) => goId === goes[0]?.id);
  return (
    <>
      {duty && (
        <Button icon="people" label="Partners’ work, for you to look at" to={`/partners/${activityId}`}>
          Partners’ work
        </Button>
      )}
      {about.length > 0 && (
        <Button icon="eye" to={`/feedback/${goes[0]!.id}`}>
          {`Partners say (${about.length})`}
        </Button>
      )}
    </>
  );
}
