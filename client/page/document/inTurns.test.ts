import { InTurns } from './inTurns';

function noted(): { turns: InTurns<number>; changes: number[][] } {
  const changes: number[][] = [];
  return { turns: new InTurns<number>((some) => void changes.push([...some])), changes };
}

describe('taking what comes in turns', () => {
  beforeEach(() => void jest.useFakeTimers());
  afterEach(() => {
    jest.restoreAllMocks();
    jest.useRealTimers();
  });

  it('takes what came soon after one another in its order, and lets pictures of the screen through', () => {
    const { turns, changes } = noted();
    let now = 0;
    jest.spyOn(performance, 'now').mockImplementation(() => (now += 3));
    for (let i = 0; i < 20; i++) turns.add(i);
    expect(changes).toEqual([]);
    jest.advanceTimersByTime(60);
    // A turn took longer than it may: the next one comes after a picture.
    expect(changes).toEqual([[0, 1, 2]]);
    jest.advanceTimersByTime(16);
    expect(changes.length).toBe(2);
    jest.advanceTimersByTime(2_000);
    expect(changes.flat()).toEqual(Array.from({ length: 20 }, (_, i) => i));
  });

  it('takes all of it at once where it has to be there, and nothing twice', () => {
    const { turns, changes } = noted();
    turns.add(1);
    turns.add(2);
    turns.takeAll();
    expect(changes).toEqual([[1, 2]]);
    jest.advanceTimersByTime(1_000);
    turns.takeAll();
    expect(changes).toEqual([[1, 2]]);
    turns.add(3);
    jest.advanceTimersByTime(60);
    expect(changes).toEqual([[1, 2], [3]]);
  });
});
