import { writeFile } from 'node:fs/promises';
import { diskFull, isDiskFull } from './diskFull';

it('knows a full disk by what the system and the database say of it', async () => {
  const error: unknown = await writeFile('/dev/full', 'x').catch((thrown: unknown) => thrown);
  expect(isDiskFull(error)).toBe(true);
  expect(isDiskFull({ name: 'SequelizeDatabaseError', parent: { code: '53100' } })).toBe(true);
  expect([null, new Error('other'), { code: 'ENOENT' }].some(isDiskFull)).toBe(false);
});

it('asks to come again, so that no device takes it for a refusal', () => {
  expect(diskFull()).toMatchObject({ code: 'busy', status: 503, wait: 60 });
});
