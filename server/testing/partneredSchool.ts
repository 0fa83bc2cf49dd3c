import { randomUUID } from 'node:crypto';
import * as Y from 'yjs';
import type { GoView } from '@lippet/core/contract/pieces';
import type { PartnerAnswerView, PartnerBoard, PartnerDuty, PartnerReviewView } from '@lippet/core/contract/partners';
import { markItems, readPages } from '@lippet/core/page/document';
import { NEW_PARTNERS, type PartnerPlan } from '@lippet/core/review/partners/partnerPlan';
import { Activity, Membership, PeerReview, Person, School } from '../models/tables';
import { appOf, drawInto, extentOf, smallSchool, type SmallSchool, type TestClient } from './smallSchool';

export const NAMES = ['ada', 'ben', 'dee', 'eve'] as const;
export type Name = (typeof NAMES)[number];

/** The one line of the rubric. */
export const ROW = randomUUID();
export const ASKS: PartnerPlan['asks'] = { marks: false, note: true, told: false, rows: [] };

/** Two more learners of the reeds. */
async function addLearners({ people, groups }: SmallSchool): Promise<void> {
  const { id: schoolId } = await School.findOne({ rejectOnEmpty: true });
  for (const name of ['dee', 'eve']) {
    const id = randomUUID();
    const secret = { secretKind: 'password', secretHash: 'none' } as const;
    await Person.create({ id, schoolId, role: 'learner', name, signInName: name, badge: '#C8472F', ...secret });
    await Membership.create({ personId: id, groupId: groups.reeds, role: 'learner' });
    Object.assign(people, { [name]: id });
  }
}

/** A school of which four learners look at each other's open work. */
export class PartneredSchool {
  readonly pieces: Partial<Record<Name, string>> = {};
  /** What time it is there, in milliseconds. */
  now = Date.now();
  readonly app: ReturnType<typeof appOf>;
  teacher!: TestClient;
  learners!: Record<Name, TestClient>;

  private constructor(readonly school: SmallSchool) {
    this.app = appOf(school, () => this.now);
  }

  static async begin(plan: Partial<PartnerPlan>): Promise<PartneredSchool> {
    const partnered = new PartneredSchool(await smallSchool());
    const { school, app } = partnered;
    await addLearners(school);
    await Activity.update(
      {
        partners: { ...NEW_PARTNERS, asks: ASKS, ...plan },
        rubric: [{ id: ROW, title: 'Lines', levels: ['clear', 'nearly', 'not yet'], weight: 1 }],
      },
      { where: { id: school.activities.open } },
    );
    partnered.teacher = await app.as('ms-reed');
    const [ada, ben, dee, eve] = [await app.as('ada'), await app.as('ben'), await app.as('dee'), await app.as('eve')];
    partnered.learners = { ada, ben, dee, eve };
    return partnered;
  }

  upToDate(): Promise<void> {
    return this.app.services.partnerRounds.bringAllUpToDate();
  }

  /** Draws something, and sends it. */
  async send(name: Name): Promise<GoView> {
    const { learners, school } = this;
    const path = `/api/activities/${school.activities.open}/piece`;
    const { pieceId } = await learners[name].json<{ pieceId: string }>('POST', path);
    this.pieces[name] = pieceId;
    await drawInto(school, pieceId);
    const extent = await extentOf(school, 'piece', pieceId);
    const wish = { key: randomUUID(), extent };
    const sent = await learners[name].json<GoView>('POST', `/api/pieces/${pieceId}/send`, wish);
    await this.upToDate();
    return sent;
  }

  duties(name: Name): Promise<PartnerDuty[]> {
    return this.learners[name].json('GET', '/api/now/partners');
  }

  async cardsOf(name: Name): Promise<PartnerDuty['cards']> {
    return (await this.duties(name))[0]?.cards ?? [];
  }

  open(name: Name, id: string): Promise<PartnerReviewView> {
    return this.learners[name].json('POST', `/api/partner-reviews/${id}/open`);
  }

  say(name: Name, id: string, change: object): Promise<Response> {
    return this.learners[name].request('PUT', `/api/partner-reviews/${id}/said`, { note: '', ...change });
  }

  async give(name: Name, id: string): Promise<Response> {
    const extent = await extentOf(this.school, 'partner', id);
    return this.learners[name].request('POST', `/api/partner-reviews/${id}/give`, { extent });
  }

  /** Opens a review, says a note and gives it. */
  async giveNote(name: Name, id: string, note: string): Promise<void> {
    await this.open(name, id);
    expect((await this.say(name, id, { note })).status).toBe(200);
    expect((await this.give(name, id)).status).toBe(204);
  }

  /** Draws on the first page that a partner looks at, as their device does. */
  async mark(id: string, fields: object = { kind: 'pin', note: 'Here' }): Promise<void> {
    const { submissionId } = (await PeerReview.findByPk(id))!;
    const [{ document }] = await this.school.query<{ document: Buffer }>(
      `SELECT document FROM submissions WHERE id = '${submissionId}'`,
    );
    const work = new Y.Doc();
    Y.applyUpdate(work, new Uint8Array(document));
    const marks = new Y.Doc();
    const item = new Y.Map(Object.entries({ order: 'a0', at: this.now, ...fields }));
    markItems(marks, readPages(work)[0]!.id).set('a', item);
    expect(await this.school.log.append({ kind: 'partner', id }, Y.encodeStateAsUpdate(marks))).toBe(true);
  }

  answersTo(name: Name): Promise<PartnerAnswerView[]> {
    return this.learners[name].json('GET', `/api/activities/${this.school.activities.open}/partner-answers`);
  }

  get boardPath(): string {
    return `/api/activities/${this.school.activities.open}/groups/${this.school.groups.reeds}/partners`;
  }

  board(): Promise<PartnerBoard> {
    return this.teacher.json('GET', this.boardPath);
  }

  nameOf(id: string): Name {
    return NAMES.find((name) => this.school.people[name as 'ada'] === id)!;
  }
}
