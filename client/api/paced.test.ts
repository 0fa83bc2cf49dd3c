import { paced } from './paced';

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

it('is done at once, and then once for all that was asked for within the pace', () => {
  const work = jest.fn();
  const ask = paced(work, 400);
  ask();
  expect(work).toHaveBeenCalledTimes(1);
  for (let count = 0; count < 20; count++) {
    ask();
    jest.advanceTimersByTime(10);
  }
  expect(work).toHaveBeenCalledTimes(1);
  jest.advanceTimersByTime(200);
  expect(work).toHaveBeenCalledTimes(2);
  jest.advanceTimersByTime(5_000);
  expect(work).toHaveBeenCalledTimes(2);
  ask();
  expect(work).toHaveBeenCalledTimes(3);
});
