import * as Y from 'yjs';
import { packProgram } from '../testing/serverProcess';
import { makeCompute, type Compute } from './compute';

describe('computing', () => {
  let threads: Compute;
  beforeAll(async () => {
    threads = makeCompute(await packProgram('server/compute/worker.ts', 'worker'));
  });
  afterAll(async () => {
    await threads.close();
  });
  const inPlace = makeCompute(null);
  /** A document of many parts, which takes a while. */
  const large = (): Uint8Array => {
    const doc = new Y.Doc();
    const pages = doc.getArray('pages');
    for (let i = 0; i < 3_000; i++)
      pages.push([{ id: `p${i}`, part: `part ${i % 50}`, background: { kind: 'blank' } }]);
    return Y.encodeStateAsUpdate(doc);
  };

  it('comes to the same beside as in place', async () => {
    const update = large();
    expect(await threads.run('measure', [update])).toEqual(await inPlace.run('measure', [update]));
    expect(await threads.run('measure', [])).toEqual({ parts: {} });
  });

  it('says why something can’t be made, and fails only what fails', async () => {
    const broken = threads.run('measure', [Buffer.from('no update')]);
    await expect(broken).rejects.toThrow();
    expect(await threads.run('measure', [])).toEqual({ parts: {} });
  });

  it('leaves the thread that asks free meanwhile', async () => {
    const update = large();
    await threads.run('measure', [update]); // a thread has started
    let turns = 0;
    const ticking = setInterval(() => (turns += 1), 1);
    await Promise.all(Array.from({ length: 20 }, () => threads.run('measure', [update])));
    clearInterval(ticking);
    expect(turns).toBeGreaterThan(5);
  });
});
