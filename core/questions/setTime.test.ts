import { GRACE, LATEST, leftWords, setTimes, takenWhen } from './setTime';

const times = setTimes(1_000_000, 10);

it('ends after its minutes', () => expect(times.endsAt - times.startedAt).toBe(600_000));

it.each([
  ['in time', 0, null, 'in time'],
  ['under way when it was over', GRACE, null, 'in time'],
  ['after it, not said when made', GRACE + 1, null, 'too late'],
  ['after it, made before', 3_600_000, -1, 'late'],
  ['after it, made after', 3_600_000, GRACE + 1, 'too late'],
  ['days after it, made before', LATEST + 1, -1, 'too late'],
] as const)('takes a try that comes %s', (_, after, madeAfter, taken) =>
  expect(takenWhen(times, times.endsAt + after, madeAfter === null ? null : times.endsAt + madeAfter)).toBe(taken),
);

it('says calmly what is left', () => {
  expect(leftWords(600_000)).toBe('10 minutes left');
  expect(leftWords(540_001)).toBe('10 minutes left');
  expect(leftWords(60_000)).toBe('1 minute left');
  expect(leftWords(12_300)).toBe('13 seconds left');
  expect(leftWords(0)).toBe('Time is over');
});
