import * as Y from 'yjs';
import { pageItems, readPages } from '@lippet/core/page/document';
import { addStroke } from '@lippet/core/page/stroke';
import { Hand, OLDER_HAND, randomFrom, type DrawnStroke } from '@lippet/demo/hand';
import type { School } from '@lippet/e2e/demoServer';

/** The activity whose second sheet is filled, and whose learner opens it. Its first part stays blank. */
export const FULL = {
  title: 'Colour the lantern room',
  learner: 'Amos Reddy',
  parts: ['Lighthouse', 'The keeper'],
} as const;

/** `count` short strokes of handwriting all over an A4 page, the same for the same seed. */
export function handwriting(count: number, seed = 7): DrawnStroke[] {
  const random = randomFrom(seed);
  const hand = new Hand(seed, OLDER_HAND);
  for (let i = 0; i < count; i++) {
    const x = 30 + random() * 500;
    const y = 30 + random() * 770;
    hand.along({ tool: 'pen', colour: 'ink', width: 'middle' }, [
      [x, y],
      [x + 8, y - 14],
      [x + 14, y + 4],
      [x + 24, y - 8],
      [x + 34, y],
    ]);
  }
  return hand.strokes;
}

/** Fills a learner's second page with `count` short strokes of handwriting. */
export async function fillPage(school: School, count: number): Promise<void> {
  const [piece] = await school.query<{ id: string; data: Buffer }>(
    `SELECT p.id, u.data FROM pieces p JOIN people w ON w.id = p.person_id JOIN activities a ON a.id = p.activity_id
     JOIN piece_updates u ON u.piece_id = p.id WHERE w.name = $1 AND a.title = $2 ORDER BY u.id LIMIT 1`,
    [FULL.learner, FULL.title],
  );
  const doc = new Y.Doc();
  Y.applyUpdate(doc, new Uint8Array(piece!.data));
  const before = Y.encodeStateVector(doc);
  const items = pageItems(doc, readPages(doc)[1]!.id)!;
  doc.transact(() => {
    handwriting(count).forEach(({ tool, colour, width, ink }, i) =>
      addStroke(items, { id: `full-${i}`, tool, colour, width, ink, at: 0, order: `a${String(i).padStart(6, '0')}1` }),
    );
  });
  await school.query('INSERT INTO piece_updates (piece_id, data) VALUES ($1, $2)', [
    piece!.id,
    Buffer.from(Y.encodeStateAsUpdate(doc, before)),
  ]);
}
