import { DrawnPictures } from './drawnPictures';

const MEGABYTE = 1024 * 1024;

/** Something that draws, and how often it did. */
function brush(draw: () => Promise<Buffer>) {
  const count = { drawn: 0 };
  const counted = (): Promise<Buffer> => {
    count.drawn += 1;
    return draw();
  };
  return { count, draw: counted };
}

const soon = async (words: string): Promise<Buffer> => {
  await new Promise((resolve) => setTimeout(resolve, 20));
  return Buffer.from(words);
};

it('draws once for all who ask at once, and for whoever asks afterwards', async () => {
  const pictures = new DrawnPictures();
  const { count, draw } = brush(() => soon('a boat'));
  const all = await Promise.all(Array.from({ length: 30 }, () => pictures.once('boat.1', draw)));
  expect(new Set(all.map(String))).toEqual(new Set(['a boat']));
  expect(String(await pictures.once('boat.1', draw))).toBe('a boat');
  expect(count.drawn).toBe(1);
});

it('draws anew what shows something else', async () => {
  const pictures = new DrawnPictures();
  await pictures.once('boat.1', () => soon('a boat'));
  expect(String(await pictures.once('boat.2', () => soon('a boat, marked')))).toBe('a boat, marked');
});

it('keeps nothing of what could not be drawn: all who wait are told, and the next one has it tried again', async () => {
  const pictures = new DrawnPictures();
  const { count, draw } = brush(() => Promise.reject(new Error('no room')));
  const all = await Promise.allSettled([pictures.once('boat.1', draw), pictures.once('boat.1', draw)]);
  expect(all.map(({ status }) => status)).toEqual(['rejected', 'rejected']);
  expect(count.drawn).toBe(1);
  expect(String(await pictures.once('boat.1', () => soon('a boat')))).toBe('a boat');
});

it('lets go of what was not asked for longest, once there is more than it may keep', async () => {
  const pictures = new DrawnPictures();
  const { count, draw } = brush(() => Promise.resolve(Buffer.alloc(MEGABYTE)));
  for (let i = 0; i < 70; i++) await pictures.once(`page.${i}`, draw);
  await pictures.once('page.69', draw);
  expect(count.drawn).toBe(70);
  await pictures.once('page.0', draw);
  expect(count.drawn).toBe(71);
});
