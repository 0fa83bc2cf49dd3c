import type { Sequelize } from 'sequelize';
import type { SharedCard, SharedView } from '@lippet/core/contract/shared';
import { Activity, Assignment, Group, Membership, Person, SharedSheet } from '../../models/tables';
import { placesOf } from '@lippet/core/page/shared/placesFor';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound } from '../../problems/problem';
import type { SyncHub } from '../../sync/hub';
import type { PartnerLearner, Place } from '../partners/partnerPlaces';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { crewName, fillersOf, findSharedPart, sharedPartsOf, sheetFor, type SharedPart } from './sharedPlaces';

/** A sheet, what it is a sheet of, and who fills it. */
export interface FoundSheet extends SharedPart {
  sheet: SharedSheet;
  people: PartnerLearner[];
}

/** What it works with. */
interface SharedWorld {
  sequelize: Sequelize;
  facts: PieceFactsService;
  hub: () => Pick<SyncHub, 'lookAgain' | 'announce'>;
}

/** Sheets that several fill together: finding them, and leading them. */
export class SharedSheetService {
  constructor(
    private readonly world: SharedWorld,
    private readonly clock: () => number = Date.now,
  ) {}

  /** The sheet that a learner fills with others, from their own piece. */
  async ofPiece(actor: Actor, pieceId: string, partId: string): Promise<SharedView> {
    const [standing] = await this.world.facts.find({ pieceId });
    if (!standing || !policy.readPiece(actor, standing)) throw notFound();
    const part = await findSharedPart(partId);
    const place = { activityId: standing.activityId, groupId: standing.groupId };
    const fillers = await fillersOf(this.world.sequelize, place, part.ways, this.clock());
    const own = [...fillers].find(([, people]) => people.some(({ id }) => id === actor.personId));
    if (!own || !(await isOf(part, place))) throw notFound();
    const [crewId, people] = own;
    return this.viewOf(actor, { ...part, people, sheet: await sheetFor(place, part, crewId) });
  }

  /** The sheets of an activity in a group: one a part, or one a part and crew. */
  async list(actor: Actor, place: Place): Promise<SharedCard[]> {
    if (!policy.leadShared(actor, place) || !(await Assignment.findOne({ where: { ...place } }))) throw notFound();
    const cards: SharedCard[] = [];
    for (const part of await sharedPartsOf(place.activityId)) {
      const fillers = await fillersOf(this.world.sequelize, place, part.ways, this.clock());
      for (const [crewId, people] of fillers) {
        const { id, closedAt, hides } = await sheetFor(place, part, crewId);
        cards.push({
          id,
          part: { id: part.part.id, title: part.part.title },
          crew: await crewName(crewId),
          closed: Boolean(closedAt),
          hides,
          people: people.length,
        });
      }
    }
    return cards;
  }

  async view(actor: Actor, id: string): Promise<SharedView> {
    return this.viewOf(actor, await this.find(actor, id));
  }

  /** Opens or closes it to learners, and says whether others' work is hidden at first. Who has it open knows at once. */
  async setWays(actor: Actor, id: string, { closed, hides }: { closed: boolean; hides: boolean }): Promise<void> {
    const { sheet, people } = await this.find(actor, id);
    if (!policy.leadShared(actor, sheet)) throw notFound();
    const before = { closed: Boolean(sheet.closedAt), hides: sheet.hides };
    await sheet.update({ hides, closedAt: closed ? (sheet.closedAt ?? new Date(this.clock())) : null });
    const hub = this.world.hub();
    hub.announce({ kind: 'shared', id }, 'said');
    const saysMore = (closed && !before.closed) || hides !== before.hides;
    if (saysMore) await hub.lookAgain(new Set(people.map((person) => person.id)));
    if (!closed && before.closed) hub.announce({ kind: 'shared', id }, 'open');
  }

  /** @throws ProblemError `not-found`, also where the actor may not see it */
  private async find(actor: Actor, id: string): Promise<FoundSheet> {
    const found = await findSheet(this.world.sequelize, id, this.clock());
    if (!found || !policy.seeShared(actor, forPolicy(found))) throw notFound();
    return found;
  }

  /** Who has which place: whoever is new has the next free one, and nobody's place is given away. */
  private async seatsOf(sheet: SharedSheet, people: readonly PartnerLearner[]): Promise<string[]> {
    const missing = (seats: readonly string[]): string[] =>
      people.map(({ id }) => id).filter((id) => !seats.includes(id));
    if (missing(sheet.seats!).length === 0) return sheet.seats!;
    return this.world.sequelize.transaction(async (transaction) => {
      // Two who come at once are seated one after the other.
      const locked = await SharedSheet.findByPk(sheet.id, {
        lock: transaction.LOCK.UPDATE,
        transaction,
        rejectOnEmpty: true,
      });
      const seats = [...locked.seats!, ...missing(locked.seats!)];
      await locked.update({ seats }, { transaction });
      return seats;
    });
  }

  private async viewOf(actor: Actor, { sheet, part, ways, pages, people }: FoundSheet): Promise<SharedView> {
    const { groupId, activityId } = sheet;
    const activity = await Activity.findByPk(activityId, { attributes: ['title'], rejectOnEmpty: true });
    const group = await Group.findByPk(groupId, { attributes: ['name'], rejectOnEmpty: true });
    const teachers = await Membership.findAll({ where: { groupId, role: 'teacher', leftAt: null } });
    const seats = await this.seatsOf(sheet, people);
    const named = await Person.findAll({
      where: { id: teachers.map(({ personId }) => personId) },
      attributes: ['name'],
      order: ['name'],
    });
    return {
      id: sheet.id,
      activity: { id: activityId, title: activity.title },
      part: { id: part.id, title: part.title },
      group: { id: groupId, name: group.name },
      crew: await crewName(sheet.crewId),
      pages,
      people: people
        .map(({ id, name, badge }) => ({ id, name, badge, seat: seats.indexOf(id) + 1 }))
        .sort((one, other) => one.seat - other.seat),
      teachers: named.map(({ name }) => name),
      places: ways.places ? placesOf(seats.length) : null,
      hides: sheet.hides,
      closed: Boolean(sheet.closedAt),
      teaches: policy.leadShared(actor, sheet),
    };
  }
}

/** Whether a part is one of the activity. */
const isOf = async ({ part }: SharedPart, { activityId }: Place): Promise<boolean> =>
  (await sharedPartsOf(activityId)).some((other) => other.part.id === part.id);

/** A sheet with all that says who may do what with it; null where there is none. */
export async function findSheet(sequelize: Sequelize, id: string, now: number): Promise<FoundSheet | null> {
  const sheet = await SharedSheet.findByPk(id);
  if (!sheet) return null;
  const part = await findSharedPart(sheet.partId);
  const fillers = await fillersOf(sequelize, sheet, part.ways, now);
  return { sheet, ...part, people: fillers.get(sheet.crewId ?? null) ?? [] };
}

/** A sheet as the policy asks for it. */
export const forPolicy = ({ sheet, people }: FoundSheet) => ({
  groupId: sheet.groupId,
  fillers: new Set(people.map(({ id }) => id)),
  closed: Boolean(sheet.closedAt),
});
