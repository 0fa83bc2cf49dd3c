import { Writable } from 'node:stream';
import pino from 'pino';
import { toldOf } from './logging';

it('what is written down of an error says where it was, and nothing of what somebody wrote', () => {
  const lines: string[] = [];
  const stream = new Writable({
    write(chunk: Buffer, _, done) {
      lines.push(chunk.toString());
      done();
    },
  });
  const logger = pino({ serializers: { err: toldOf } }, stream);
  const secret = 'Dear Ms Farrow, I am sad';
  const error = Object.assign(new Error(`invalid input: "${secret}"`), {
    name: 'SequelizeDatabaseError',
    sql: `INSERT INTO notes VALUES ('${secret}')`,
    parameters: [secret],
    original: { code: '22P02', detail: secret },
  });
  logger.error({ err: error }, 'request failed');
  logger.error({ err: secret }, 'request failed');
  const [told] = lines.map((line) => JSON.parse(line) as { err: { type: string; code: string; stack: string } });
  expect(told!.err).toMatchObject({ type: 'SequelizeDatabaseError', code: '22P02' });
  expect(told!.err.stack).toContain('logging.test');
  expect(lines.join('')).not.toContain('sad');
});
