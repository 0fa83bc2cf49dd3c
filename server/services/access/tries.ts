import { literal, Op, type Sequelize, type Transaction, type WhereOptions } from 'sequelize';
import { SignInAttempt } from '../../models/tables';
import { ProblemError } from '../../problems/problem';
import { waitBefore, type ThrottleRule } from './signInThrottle';

/** Where a try comes from. */
export interface Origin {
  address: string;
  /** A name that the device was given once; devices without one are taken together by their address. */
  device: string;
}

/**
 * Which wrong tries count together: those for somebody, from an address or a device, or several of these. `strangers`:
 * only those from devices on which the person has never signed in.
 */
export type TriesOf = { who?: string; strangers?: true } & Partial<Origin>;
export type TryRules = readonly (readonly [TriesOf, ThrottleRule])[];

const ON_STRANGE_DEVICE = literal(
  `"SignInAttempt".device NOT IN (
     SELECT known.device FROM sign_in_attempts known WHERE known.who = "SignInAttempt".who AND known.succeeded)`,
);

const rowsOf = ({ strangers, ...about }: TriesOf): WhereOptions<SignInAttempt> =>
  strangers ? { [Op.and]: [about, ON_STRANGE_DEVICE] } : about;

/** Tries to open something by a secret, kept so that wrong ones slow down, also after a restart. */
export class Tries {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly clock: () => number,
  ) {}

  /**
   * Begins a try. It counts as a wrong one until it has turned out right: a hundred at the same moment are not looked
   * at before one of them has counted.
   *
   * @returns to be called once it was right
   * @throws ProblemError `wait` where one of the rules asks for a pause
   */
  async begin(who: string, origin: Origin, rules: TryRules): Promise<() => Promise<void>> {
    const attempt = await this.oneAtATime([who, origin.device, origin.address], async (transaction) => {
      await this.insist(rules, transaction);
      return SignInAttempt.create({ who, ...origin, succeeded: false, at: new Date(this.clock()) }, { transaction });
    });
    return async () => void (await attempt.update({ succeeded: true }));
  }

  /**
   * Looks something up by a secret that can’t be remembered wrongly, only guessed.
   *
   * @param find gives null where there is nothing: that was a wrong try
   * @throws ProblemError `wait` where one of the rules asks for a pause
   */
  find<T>(who: string, origin: Origin, rules: TryRules, find: () => Promise<T | null>): Promise<T | null> {
    return this.oneAtATime([origin.device, origin.address], async (transaction) => {
      await this.insist(rules, transaction);
      const found = await find();
      if (found === null)
        await SignInAttempt.create({ who, ...origin, succeeded: false, at: new Date(this.clock()) }, { transaction });
      return found;
    });
  }

  /** One try at a time of all that count together: many at once must not slip past the wait. */
  private oneAtATime<T>(keys: readonly string[], work: (transaction: Transaction) => Promise<T>): Promise<T> {
    return this.sequelize.transaction(async (transaction) => {
      // Always in the same order: two who wait for each other would wait for ever.
      for (const key of [...new Set(keys)].sort()) {
        await this.sequelize.query('SELECT pg_advisory_xact_lock(hashtextextended(:key, 0))', {
          replacements: { key },
          transaction,
        });
      }
      return work(transaction);
    });
  }

  /** How long to wait before the next try is looked at, in milliseconds; 0 if one may try now. */
  private async wait(about: TriesOf, rule: ThrottleRule, transaction: Transaction): Promise<number> {
    const now = this.clock();
    const where: WhereOptions<SignInAttempt>[] = [
      rowsOf(about),
      {
        succeeded: false,
        at: { [Op.gt]: new Date(Math.max(now - rule.window, await this.forgiven(about, transaction))) },
      },
    ];
    const failures = await SignInAttempt.count({ where: { [Op.and]: where }, transaction });
    if (failures <= rule.free) return 0;
    const last = await SignInAttempt.max<Date, SignInAttempt>('at', { where: { [Op.and]: where }, transaction });
    return waitBefore(failures, new Date(last).getTime(), now, rule);
  }

  /**
   * Until when wrong tries are forgotten, because somebody knew it then, on this device. A right try of one child does
   * not forgive those for others from the same device or address.
   */
  private async forgiven({ who, device }: TriesOf, transaction: Transaction): Promise<number> {
    if (who === undefined || device === undefined) return 0;
    const where = { who, device, succeeded: true };
    const lastRight = await SignInAttempt.max<Date | null, SignInAttempt>('at', { where, transaction });
    return lastRight ? new Date(lastRight).getTime() : 0;
  }

  private async insist(rules: TryRules, transaction: Transaction): Promise<void> {
    let wait = 0;
    for (const [about, rule] of rules) wait = Math.max(wait, await this.wait(about, rule, transaction));
    if (wait === 0) return;
    const seconds = Math.ceil(wait / 1000);
    throw new ProblemError(
      'wait',
      `Too many wrong tries. Wait ${seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`}, then try again.`,
      seconds,
    );
  }

  /** Whether somebody has signed in on a device before. */
  async isKnown(who: string, { device }: Origin): Promise<boolean> {
    return (await SignInAttempt.findOne({ where: { who, device, succeeded: true }, attributes: ['id'] })) !== null;
  }
}
