import { randomInt, randomUUID } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import { SIGN_IN_LETTER } from '@lippet/core/contract/signIn';
import type { Jobs } from '../../jobs/jobs';
import { FamilyCard, Person, SignInLetter } from '../../models/tables';
import { ProblemError } from '../../problems/problem';
import { decoyHash, hashSecret, verifySecret } from '../access/secrets';
import type { SignedIn, SignInService } from '../access/signIn';
import { ADDRESS_RULE, DEVICE_RULE, LETTERS_RULE, PERSON_RULE } from '../access/signInThrottle';
import { Tries, type Origin } from '../access/tries';
import type { Mailer } from '../mail/mailer';
import type { FamilyCardService } from './familyCards';

interface AskedLetter {
  address: string;
  /** The card that is joined by, and what whoever joins is called; null for signing in. */
  card: { code: string; name: string } | null;
}

interface Given {
  number: string;
  keep: boolean;
}

interface World {
  sequelize: Sequelize;
  jobs: Jobs;
  mailer: Mailer;
  signIn: SignInService;
  cards: FamilyCardService;
}

const { digits, lasts } = SIGN_IN_LETTER;
const MINUTE = 60_000;

const newNumber = (): string => String(randomInt(10 ** digits)).padStart(digits, '0');

/** In two halves, as it is easier to read off. */
const inHalves = (number: string): string => `${number.slice(0, digits / 2)} ${number.slice(digits / 2)}`;

/**
 * Signing in, and joining by a card, with nothing but an e-mail address. A number goes there that works once, for a
 * quarter of an hour, and only where it was asked for: nobody else knows the letter's id. Who gets a letter by mistake
 * can do nothing with it.
 */
export class SignInLetterService {
  private readonly tries: Tries;

  constructor(
    private readonly world: World,
    private readonly clock: () => number = Date.now,
  ) {
    this.tries = new Tries(world.sequelize, clock);
  }

  /**
   * Asks for a letter. Whether anybody signs in with that address is not told: where nobody does, no letter goes.
   * @throws ProblemError `conflict` where no letters go out, `not-found` where no card has that code, `wait`
   */
  async ask({ address, card }: AskedLetter, origin: Origin): Promise<{ id: string }> {
    const { mailer, cards, jobs } = this.world;
    if (!mailer.isThere)
      throw new ProblemError('conflict', 'No letters go out from this school. Use a name and a password.');
    const cardId = card ? (await cards.byCode(card.code, origin)).id : null;
    const who = `letters to ${address.toLowerCase()}`;
    // Nobody has their letter box filled by somebody else.
    await this.tries.begin(who, origin, [
      [{ who }, LETTERS_RULE],
      [{ device: origin.device }, DEVICE_RULE],
      [{ address: origin.address }, ADDRESS_RULE],
    ]);
    const id = randomUUID();
    const expiresAt = new Date(this.clock() + lasts);
    await SignInLetter.create({ id, address, cardId, name: card?.name ?? null, expiresAt });
    await jobs.send('sign-in-letter', { letterId: id });
    return { id };
  }

  /** Sends a letter that was asked for. Done again, it brings another number, and the newest works. */
  send = async ({ letterId }: { letterId: string }): Promise<void> => {
    const letter = await SignInLetter.findByPk(letterId);
    if (!letter || letter.usedAt || letter.expiresAt.getTime() <= this.clock()) return;
    if (!letter.cardId && !(await personOf(letter.address))) return;
    const number = newNumber();
    await letter.update({ numberHash: await hashSecret('letter', number) });
    await this.world.mailer.send({
      // With another number it is another letter.
      id: randomUUID(),
      address: letter.address,
      subject: `${inHalves(number)} opens Lippet`,
      words: [
        letter.name ? `Hello ${letter.name},` : 'Hello,',
        '',
        'somebody wants to sign in to Lippet with this address. If that is you, type this number where Lippet asks for it:',
        '',
        `    ${inHalves(number)}`,
        '',
        `It works once, for ${lasts / MINUTE} minutes, and only where it was asked for.`,
        'If it was not you, there is nothing to do: without the number nobody comes in.',
      ].join('\n'),
    });
  };

  /**
   * Signs in by the number of a letter; whoever asked with a card has joined by it then.
   * @throws ProblemError `wrong-secret`; `conflict` where it is too late, or nobody can join any more; `wait`
   */
  async open(id: string, { number, keep }: Given, origin: Origin): Promise<SignedIn> {
    const { signIn, sequelize } = this.world;
    const who = `letter ${id}`;
    const wasRight = await this.tries.begin(who, origin, [
      [{ who }, PERSON_RULE],
      [{ device: origin.device }, DEVICE_RULE],
      [{ address: origin.address }, ADDRESS_RULE],
    ]);
    const letter = await SignInLetter.findByPk(id);
    if (letter && (letter.usedAt || letter.expiresAt.getTime() <= this.clock())) throw tooLate();
    // Where no letter went it takes as long to say so.
    const right = await verifySecret('letter', letter?.numberHash ?? (await decoyHash()), number);
    if (!right)
      throw new ProblemError(
        'wrong-secret',
        'That is not the number from the letter. Have another look, or have another letter sent.',
      );
    await wasRight();
    const personId = await sequelize.transaction((transaction) => this.use(id, transaction));
    return signIn.openSession(personId, keep);
  }

  /** Of two who give the same number at once, one comes in. */
  private async use(id: string, transaction: Transaction): Promise<string> {
    const lock = transaction.LOCK.UPDATE;
    const letter = await SignInLetter.findByPk(id, { lock, transaction, rejectOnEmpty: true });
    if (letter.usedAt) throw tooLate();
    await letter.update({ usedAt: new Date(this.clock()) }, { transaction });
    const person = await personOf(letter.address, transaction);
    if (!letter.cardId) {
      if (!person) throw tooLate();
      return person.id;
    }
    const card = await FamilyCard.findByPk(letter.cardId, { transaction, rejectOnEmpty: true });
    const { address, name } = letter;
    return this.world.cards.joinByLetter(card, { personId: person?.id ?? null, address, name: name! }, transaction);
  }
}

const tooLate = (): ProblemError =>
  new ProblemError('conflict', 'That number does not work any more. Have another letter sent.');

/** Who signs in by letters to an address; null for nobody. */
async function personOf(address: string, transaction?: Transaction): Promise<Person | null> {
  const { sequelize } = Person;
  const name = sequelize!.where(sequelize!.fn('lower', sequelize!.col('sign_in_name')), address.toLowerCase());
  const person = await Person.findOne({ where: name, transaction });
  return person?.secretKind === 'letter' ? person : null;
}
