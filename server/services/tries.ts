import { Op, type Transaction } from 'sequelize';
import { SignInAttempt } from '../models/tables';
import { ProblemError } from '../problems/problem';
import { waitBefore, type ThrottleRule } from './signInThrottle';

/** Whose wrong tries count: those for somebody, those from an address, or those for something from an address. */
export type TriesOf = { who?: string; address?: string };

/** Tries to open something by a secret, kept so that wrong ones slow down, also after a restart. */
export class Tries {
  constructor(private readonly clock: () => number) {}

  /** How long to wait before the next try is looked at, in milliseconds; 0 if one may try now. */
  async wait(about: TriesOf, rule: ThrottleRule, transaction?: Transaction): Promise<number> {
    const now = this.clock();
    const lastRight = await SignInAttempt.max<Date | null, SignInAttempt>('at', {
      where: { ...about, succeeded: true },
      transaction,
    });
    // A right try of one child must not forgive the wrong ones that came from the same address.
    const clearing = about.who !== undefined && lastRight ? new Date(lastRight).getTime() : 0;
    const where = { ...about, succeeded: false, at: { [Op.gt]: new Date(Math.max(now - rule.window, clearing)) } };
    const failures = await SignInAttempt.count({ where, transaction });
    if (failures <= rule.free) return 0;
    const last = await SignInAttempt.max<Date, SignInAttempt>('at', { where, transaction });
    return waitBefore(failures, new Date(last).getTime(), now, rule);
  }

  /** @throws ProblemError `wait` where one of the rules asks for a pause */
  async insist(rules: readonly [TriesOf, ThrottleRule][], transaction?: Transaction): Promise<void> {
    const waits = await Promise.all(rules.map(([about, rule]) => this.wait(about, rule, transaction)));
    const wait = Math.max(0, ...waits);
    if (wait === 0) return;
    const seconds = Math.ceil(wait / 1000);
    throw new ProblemError(
      'wait',
      `Too many wrong tries. Wait ${seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`}, then try again.`,
      seconds,
    );
  }

  async note(who: string, address: string, succeeded: boolean, transaction?: Transaction): Promise<void> {
    await SignInAttempt.create({ who, address, succeeded, at: new Date(this.clock()) }, { transaction });
  }
}
