import { nextToReview } from '@lippet/core/review/nextToReview';
import { useToReview } from '../../api/queries';
import { Button } from '../../ui/Button';
import { colours } from '../../ui/theme';
import { DeskBar } from './DeskBar';

/** Where the teacher goes on once nothing waits here any more. @param after the activity that is through */
export function NextActivity({ after }: { after: string }) {
  const { data } = useToReview();
  if (!data) return null;
  const next = nextToReview(data, after);
  if (!next) {
    return (
      <DeskBar fill={colours.scrap} words="Nothing waits here any more, nor anywhere else.">
        <Button to="/to-review">To review</Button>
      </DeskBar>
    );
  }
  const count = next.counts['with-teacher'];
  return (
    <DeskBar fill={colours.scrap} words="Nothing waits here any more.">
      <Button
        kind="main"
        icon="forward"
        label={`Next: ${next.title}, ${count} to look at`}
        to={`/review/${next.activityId}`}
      >{`Next: ${next.title} (${count})`}</Button>
    </DeskBar>
  );
}
