import { PacedIntake } from './pacedIntake';

let now = 0;
beforeEach(() => {
  jest.useFakeTimers();
  now = 0;
  jest.spyOn(performance, 'now').mockImplementation(() => now);
});
afterEach(() => {
  jest.useRealTimers();
  jest.restoreAllMocks();
});

/** What is taken, go by go, on a device on which taking one thing lasts so many milliseconds. */
function intakeOf(cost: number) {
  const goes: number[][] = [];
  const intake = new PacedIntake<number>((together) => {
    goes.push([...together]);
    now += cost * together.length;
  });
  const add = (from: number, to: number): void => {
    for (let i = from; i <= to; i++) intake.add(i);
  };
  return { goes, intake, add };
}

test('what comes at nearly the same time is taken as one, in its order', () => {
  const { goes, add } = intakeOf(0.5);
  add(1, 3);
  jest.advanceTimersByTime(100);
  add(4, 5);
  expect(goes).toEqual([]);
  jest.advanceTimersByTime(20);
  expect(goes).toEqual([[1, 2, 3, 4, 5]]);
  add(6, 15);
  jest.advanceTimersByTime(120);
  expect(goes[1]).toHaveLength(10);
});

test('a slow device takes no more at a time than fits beside a frame, and all of it in the end', () => {
  const { goes, add } = intakeOf(4);
  add(1, 1);
  jest.advanceTimersByTime(120);
  add(2, 8);
  jest.advanceTimersByTime(120);
  expect(goes).toEqual([[1], [2, 3]]);
  jest.advanceTimersByTime(16);
  expect(goes[2]).toEqual([4, 5]);
  jest.advanceTimersByTime(1_000);
  expect(goes.flat()).toEqual([1, 2, 3, 4, 5, 6, 7, 8]);
  expect(Math.max(...goes.map(({ length }) => length))).toBe(2);
});

test('a device so slow that one thing takes longer than a frame takes one at a time', () => {
  const { goes, add } = intakeOf(50);
  add(1, 1);
  jest.advanceTimersByTime(120);
  add(2, 4);
  jest.advanceTimersByTime(200);
  expect(goes).toEqual([[1], [2], [3], [4]]);
});

test('whoever falls far behind catches up at once', () => {
  const { goes, add } = intakeOf(50);
  add(1, 1);
  jest.advanceTimersByTime(120);
  add(2, 100);
  jest.advanceTimersByTime(120);
  expect(goes[1]).toHaveLength(99);
});

test('what waits is taken when it is asked for, and once', () => {
  const { goes, intake, add } = intakeOf(1);
  intake.takeAll();
  expect(goes).toEqual([]);
  add(1, 3);
  intake.takeAll();
  expect(goes).toEqual([[1, 2, 3]]);
  jest.advanceTimersByTime(1_000);
  expect(goes).toHaveLength(1);
});

test('what waits when it is stopped is taken no more', () => {
  const { goes, intake, add } = intakeOf(1);
  add(1, 3);
  intake.stop();
  jest.advanceTimersByTime(1_000);
  expect(goes).toEqual([]);
});
