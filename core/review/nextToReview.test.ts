import type { ReviewActivity } from '../contract/reviewing';
import { nextToReview } from './nextToReview';

const activity = (activityId: string, oldestWaiting: number | null): ReviewActivity => ({
  activityId,
  title: activityId,
  subject: 'Art',
  group: 'Reeds',
  due: null,
  counts: {
    new: 0,
    started: 0,
    ready: 0,
    'with-teacher': oldestWaiting === null ? 0 : 1,
    'another-go': 0,
    finished: 0,
  },
  oldestWaiting,
});

describe('the activity to go on with', () => {
  it('is the one where somebody has waited longest', () => {
    const all = [activity('knots', 30), activity('birds', 10), activity('tides', 20)];
    expect(nextToReview(all, 'knots')?.activityId).toBe('birds');
  });

  it('is never the one that one comes from, though more may have come there meanwhile', () => {
    expect(nextToReview([activity('knots', 10), activity('birds', 20)], 'knots')?.activityId).toBe('birds');
    expect(nextToReview([activity('knots', 10)], 'knots')).toBeNull();
  });

  it('is none where nothing waits', () => {
    expect(nextToReview([activity('knots', null), activity('birds', null)], 'tides')).toBeNull();
    expect(nextToReview([], 'tides')).toBeNull();
  });
});
