/**
 * The server as it is, with a fault hook: told over its pipe to `arm` a number, it is killed with -9 just before the
 * query of that number that follows. Run as a program, by `faults.test.ts` alone.
 */
import pino from 'pino';
import { Sequelize } from 'sequelize';
import { readConfig } from '../config';
import { startServer } from '../server';

let left: number | null = null;
const query = Sequelize.prototype.query as (...args: unknown[]) => Promise<unknown>;
Sequelize.prototype.query = function counted(this: Sequelize, ...args: unknown[]) {
  if (left !== null && --left < 0) process.kill(process.pid, 'SIGKILL');
  return query.apply(this, args);
} as typeof Sequelize.prototype.query;

process.on('message', ({ arm }: { arm: number }) => {
  left = arm;
  process.send!({ armed: arm });
});
const { port } = await startServer(readConfig(process.env), pino({ level: 'silent' }));
process.send!({ listening: port });
