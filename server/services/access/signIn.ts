import { randomUUID } from 'node:crypto';
import { QueryTypes, type Sequelize } from 'sequelize';
import type { DeviceGroup, Me, SignInBody } from '@lippet/core/contract/signIn';
import type { PersonHere } from '@lippet/core/contract/family';
import type { OwnSettings } from '@lippet/core/contract/settings';
import { Activity, Group, Membership, Person, School, Session } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { ProblemError, signedOut } from '../../problems/problem';
import { Gatherer, together } from '../../sync/gatherer';
import { OpenSessions } from './openSessions';
import { decoyHash, hashToken, newToken, pictureSecret, verifySecret } from './secrets';
import { ADDRESS_RULE, DEVICE_RULE, PERSON_RULE, STRANGERS_RULE } from './signInThrottle';
import { Tries, type Origin, type TryRules } from './tries';
import { toldApart } from '../classes/toldApart';

const DAY = 86_400_000;
/** How long a session lasts on one's own device, and on a shared one. */
const SESSION_LENGTH = { kept: 90 * DAY, visit: DAY / 2 };

/** So many sessions are looked up together. */
const MOST_TOGETHER = 64;

export interface SignedIn {
  token: string;
  expiresAt: Date;
  kept: boolean;
}

/** Signing in and out, and who is signed in. */
export class SignInService {
  private readonly tries: Tries;
  private readonly byToken: Gatherer<string, Actor | null>;
  private readonly byId: Gatherer<string, Actor | null>;

  constructor(
    private readonly sequelize: Sequelize,
    private readonly clock: () => number = Date.now,
  ) {
    this.tries = new Tries(sequelize, clock);
    const sessions = new OpenSessions(sequelize, clock);
    const most = MOST_TOGETHER;
    this.byToken = new Gatherer(
      together((hashes: readonly string[]) => sessions.actors('token', hashes)),
      { most },
    );
    this.byId = new Gatherer(
      together((ids: readonly string[]) => sessions.actors('id', ids)),
      { most },
    );
  }

  /** The group of a code, with the names to tap. Wrong codes count against the device and the address. */
  async groupByCode(code: string, origin: Origin): Promise<DeviceGroup> {
    const { device, address } = origin;
    const rules: TryRules = [
      [{ device }, DEVICE_RULE],
      [{ address }, ADDRESS_RULE],
    ];
    const group = await this.tries.find('code', origin, rules, () => Group.findOne({ where: { code } }));
    if (!group) {
      throw new ProblemError('not-found', 'No group has that code. Look at the card from your teacher and try again.');
    }
    return this.deviceGroup(group);
  }

  /** The group a device remembers, or null if its code has gone. */
  async rememberedGroup(code: string | undefined): Promise<DeviceGroup | null> {
    const group = code ? await Group.findOne({ where: { code } }) : null;
    return group && this.deviceGroup(group);
  }

  private async deviceGroup(group: Group): Promise<DeviceGroup> {
    const rows = await this.sequelize.query<DeviceGroup['people'][number] & { signInName: string }>(
      `SELECT p.id, p.name, p.badge, p.sign_in_name AS "signInName", p.secret_kind AS secret, p.key_length AS "keyLength" FROM people p
       JOIN memberships m ON m.person_id = p.id AND m.role = 'learner' AND m.left_at IS NULL WHERE m.group_id = :id ORDER BY p.name`,
      { replacements: { id: group.id }, type: QueryTypes.SELECT },
    );
    const names = toldApart(rows);
    const people = rows.map(({ id, badge, secret, keyLength }) => ({
      id,
      name: names.get(id)!,
      badge,
      secret,
      keyLength,
    }));
    const joined = group.joinsOpen ? await Activity.findByPk(group.joinsId!, { attributes: ['title'] }) : null;
    return { code: group.code, name: group.name, people, joins: joined?.title ?? null };
  }

  /**
   * Signs in.
   *
   * @param deviceCode the group that the device remembers; names can be tapped, and picture keys used, only with it
   * @throws ProblemError `wrong-secret` (never saying whether the name exists) or `wait`
   */
  async signIn(body: SignInBody, deviceCode: string | undefined, origin: Origin): Promise<SignedIn> {
    const person = await this.findPerson(body, deviceCode);
    const who = person?.id ?? `name:${(body.signInName ?? body.personId ?? '').toLowerCase()}`;
    const kind = body.pictures ? 'picture' : 'password';
    const secret = body.pictures ? pictureSecret(body.pictures) : (body.password ?? '');
    const wasRight = await this.tries.begin(who, origin, await this.rulesFor(who, origin));
    const matches = await verifySecret(kind, person?.secretHash ?? (await decoyHash()), secret);
    const right = matches && person !== null;
    if (right) await wasRight();
    if (!right || !person) {
      throw new ProblemError(
        'wrong-secret',
        body.pictures
          ? 'Those are not your pictures. Have another look.'
          : 'That name and password don’t go together. Try once more.',
      );
    }
    return this.openSession(person.id, body.keep);
  }

  private async rulesFor(who: string, origin: Origin): Promise<TryRules> {
    const { device, address } = origin;
    const rules: TryRules = [
      [{ who, device }, PERSON_RULE],
      [{ device }, DEVICE_RULE],
      [{ address }, ADDRESS_RULE],
    ];
    return (await this.tries.isKnown(who, origin)) ? rules : [...rules, [{ who, strangers: true }, STRANGERS_RULE]];
  }

  private async findPerson(body: SignInBody, deviceCode: string | undefined): Promise<Person | null> {
    if (body.signInName) {
      // A picture key is only a few pictures: it is never enough without the group's device.
      if (body.pictures) return null;
      const person = await Person.findOne({
        where: this.sequelize.where(
          this.sequelize.fn('lower', this.sequelize.col('sign_in_name')),
          body.signInName.toLowerCase(),
        ),
      });
      // A secret opens only by its own way: a picture key is no password, however it is spelled.
      return person?.secretKind === 'password' ? person : null;
    }
    const group = deviceCode ? await Group.findOne({ where: { code: deviceCode } }) : null;
    if (!group || !body.personId) return null;
    const member = await Membership.findOne({ where: { groupId: group.id, personId: body.personId, leftAt: null } });
    const person = member && (await Person.findByPk(member.personId));
    return person?.secretKind === (body.pictures ? 'picture' : 'password') ? person : null;
  }

  async openSession(personId: string, kept: boolean): Promise<SignedIn> {
    const token = newToken();
    const expiresAt = new Date(this.clock() + (kept ? SESSION_LENGTH.kept : SESSION_LENGTH.visit));
    await Session.create({ id: randomUUID(), personId, tokenHash: hashToken(token), kept, expiresAt });
    return { token, expiresAt, kept };
  }

  /** Who the cookie’s token belongs to; null if it is unknown or has run out. */
  async actor(token: string | undefined): Promise<Actor | null> {
    return token ? this.byToken.ask(hashToken(token).toString('hex')) : null;
  }

  /** Who has opened a session; null once it has ended. */
  actorOf(sessionId: string): Promise<Actor | null> {
    return this.byId.ask(sessionId);
  }

  /** Whether whoever has a session here may stay signed in beside whoever comes now. */
  async mayStayBeside(token: string | undefined, next: string): Promise<boolean> {
    const [current, coming] = [await this.actor(token), await this.actor(next)];
    return current !== null && coming !== null && policy.stayBeside(current, coming);
  }

  /** Those whose sessions these are, each once, without one of them. */
  async peopleOf(tokens: readonly string[], but: string | null): Promise<PersonHere[]> {
    const found: string[] = [];
    for (const token of tokens) {
      const actor = await this.actor(token);
      if (actor && actor.personId !== but) found.push(actor.personId);
    }
    const people = await Person.findAll({ where: { id: found }, attributes: ['id', 'name', 'badge'], order: ['name'] });
    return people.map(({ id, name, badge }) => ({ id, name, badge }));
  }

  /** Somebody's session among these; null where none of them is, or it has ended. */
  async sessionAmong(tokens: readonly string[], personId: string): Promise<SignedIn | null> {
    for (const token of tokens) {
      const actor = await this.actor(token);
      if (actor?.personId !== personId) continue;
      const session = await Session.findByPk(actor.sessionId);
      return session && { token, kept: session.kept, expiresAt: session.expiresAt };
    }
    return null;
  }

  /**
   * What the interface shows of the person who is signed in.
   *
   * @throws ProblemError `signed-out` where they have signed out since they asked
   */
  async me(actor: Actor): Promise<Me> {
    const person = await Person.findByPk(actor.personId, { rejectOnEmpty: true });
    const [school, session, groups] = await Promise.all([
      School.findByPk(person.schoolId, { rejectOnEmpty: true }),
      Session.findByPk(actor.sessionId),
      Group.findAll({ where: { id: [...actor.learnsIn, ...actor.teaches] }, order: ['name'] }),
    ]);
    if (!session) throw signedOut();
    return {
      id: person.id,
      name: person.name,
      role: person.role,
      badge: person.badge,
      groups: groups.map(({ id, name }) => ({ id, name })),
      school: { name: school.name, zone: school.zone, decimalMark: school.decimalMark },
      kept: session.kept,
      settings: person.settings ?? null,
      mail: person.mail ?? null,
    };
  }

  /** Keeps how somebody reads, hears and draws, for every device of theirs. */
  async keepSettings(actor: Actor, settings: OwnSettings): Promise<Me> {
    await Person.update({ settings }, { where: { id: actor.personId } });
    return this.me(actor);
  }

  /** Where an evening letter goes with what is new; null for none. What was before is not told of. */
  async keepMail(actor: Actor, mail: string | null): Promise<Me> {
    await Person.update(
      { mail, digestAt: mail === null ? null : new Date(this.clock()) },
      { where: { id: actor.personId } },
    );
    return this.me(actor);
  }

  /** Ends this session, or all of the person's. @returns the ids of the sessions that ended */
  async signOut(actor: Actor, everywhere: boolean): Promise<string[]> {
    const where = everywhere ? { personId: actor.personId } : { id: actor.sessionId };
    const sessions = await Session.findAll({ where, attributes: ['id'] });
    const ids = sessions.map(({ id }) => id);
    await Session.destroy({ where: { id: ids } });
    return ids;
  }
}
