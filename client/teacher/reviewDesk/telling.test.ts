import { OutcomeTeller, type Telling } from './telling';

const telling = (over: Partial<Telling> = {}): Telling => ({
  goId: 'go-1',
  reviewId: 'review-1',
  personId: 'wren',
  name: 'Wren',
  outcome: 'finished',
  release: async () => null,
  ...over,
});

describe('telling an outcome', () => {
  it('may be taken back once it is told and the list says so', async () => {
    const asked: boolean[] = [];
    const teller: OutcomeTeller = new OutcomeTeller(async () => void asked.push(teller.isUnder('go-1')));
    expect(await teller.tell(telling())).toBe(true);
    expect(asked).toEqual([true]);
    expect(teller.isUnder('go-1')).toBe(false);
    expect(teller.state.getState().recalling).toEqual({
      reviews: [{ id: 'review-1', held: null }],
      personId: 'wren',
      words: 'Wren: finished',
    });
  });

  it('happens once, however often the key is pressed', async () => {
    const teller = new OutcomeTeller(async () => undefined);
    let arrive = (): void => undefined;
    let released = 0;
    const release = (): Promise<null> => {
      released += 1;
      return new Promise((resolve) => (arrive = () => resolve(null)));
    };
    const first = teller.tell(telling({ release }));
    expect(await teller.tell(telling({ release }))).toBe(false);
    arrive();
    expect(await first).toBe(true);
    expect(released).toBe(1);
  });

  it('says whom it could not tell, and nothing any more once that is tried again', async () => {
    const teller = new OutcomeTeller(async () => undefined);
    expect(await teller.tell(telling({ release: async () => 'School is away.' }))).toBe(false);
    expect(teller.state.getState()).toMatchObject({
      failed: [{ personId: 'wren', name: 'Wren', why: 'School is away.' }],
      recalling: null,
    });
    expect(await teller.tell(telling())).toBe(true);
    expect(teller.state.getState().failed).toEqual([]);
  });

  it('can be tried again, whatever went wrong', async () => {
    const teller = new OutcomeTeller(async () => undefined);
    const broken = telling({ release: () => Promise.reject(new Error('Broken.')) });
    await expect(teller.tell(broken)).rejects.toThrow('Broken.');
    expect(teller.isUnder('go-1')).toBe(false);
    expect(await teller.tell(telling())).toBe(true);
  });

  it('of one piece does not wait for another', async () => {
    const teller = new OutcomeTeller(async () => undefined);
    const never = teller.tell(telling({ release: () => new Promise(() => undefined) }));
    expect(await teller.tell(telling({ goId: 'go-2', personId: 'nell', name: 'Nell' }))).toBe(true);
    expect(teller.isUnder('go-1')).toBe(true);
    expect(teller.state.getState().recalling?.personId).toBe('nell');
    void never;
  });
});
