/** Every kind of live document × everybody there is, over real sockets. What is asked over HTTP is in routes/permissions. */
import { randomUUID } from 'node:crypto';
import type { FamilyCardView } from '@lippet/core/contract/family';
import type { ReviewView } from '@lippet/core/contract/reviewing';
import { newPart } from '@lippet/core/parts/part';
import { Part } from '../models/tables';
import { SESSION_COOKIE } from '../routes/cookies';
import type { RunningServer } from '../server';
import { cookieOf, LiveDocument, serverOf } from '../testing/liveDocument';
import { PartneredSchool } from '../testing/partneredSchool';
import { PASSWORD } from '../testing/smallSchool';

/** `partner` looks at the owner's work; `classmate` has sent nothing yet; the families are the owner's and the partner's. */
const ROLES = [
  'owner',
  'partner',
  'classmate',
  'other learner',
  'teacher',
  'other teacher',
  'family',
  'other family',
  'nobody',
] as const;
type Role = (typeof ROLES)[number];
type Documents = Record<'sent piece' | 'draft' | 'marks' | 'partner’s marks' | 'sheet for all' | 'nothing', string>;
type Allowed = Partial<Record<Role, 'readonly' | 'read-write'>>;

/** Whoever is not named is refused. */
const ALLOWED: Record<keyof Documents, Allowed> = {
  'sent piece': { owner: 'readonly' },
  draft: { classmate: 'read-write' },
  marks: { teacher: 'read-write' },
  'partner’s marks': { partner: 'read-write' },
  // Who has sent adds nothing more to it.
  'sheet for all': { owner: 'readonly', partner: 'readonly', classmate: 'read-write', teacher: 'read-write' },
  nothing: {},
};

let partnered: PartneredSchool;
let server: RunningServer;
let documents: Documents;
let cookies: Record<Role, string>;

/** Somebody joins by a card for a child. @returns the cookie of their session */
async function familyOf(child: string): Promise<string> {
  const { app, school, teacher } = partnered;
  const cards = await teacher.json<FamilyCardView[]>('POST', `/api/groups/${school.groups.reeds}/families`, {
    cards: [{ id: randomUUID(), child }],
    most: 1,
  });
  const { code } = cards.find((card) => card.child.id === child)!;
  const body = { code, name: 'Home', signInName: `home.${child.slice(0, 8)}`, password: PASSWORD };
  const { id } = await app.client().json<{ id: string }>('POST', '/api/family/joins', body);
  return `${SESSION_COOKIE}=${(await app.services.signIn.openSession(id, false)).token}`;
}

async function makeDocuments(): Promise<Documents> {
  const { learners, school, teacher } = partnered;
  const sharedPart = randomUUID();
  const part = { ...newPart('shared', sharedPart, 'Our sheet'), required: false };
  await Part.create({ ...part, activityId: school.activities.open, position: 9 } as never);
  const go = await partnered.send('ada');
  await partnered.send('ben');
  const { reviews } = await partnered.board();
  const ofAda = reviews.find(({ author }) => author === school.people.ada)!;
  expect(ofAda.reviewer).toBe(school.people.ben);
  await partnered.open('ben', ofAda.id);
  const marks = await teacher.json<ReviewView>('POST', `/api/goes/${go.id}/review`);
  const path = `/api/activities/${school.activities.open}/piece`;
  const { pieceId: draft } = await learners.dee.json<{ pieceId: string }>('POST', path);
  const shared = await learners.dee.json<{ id: string }>('POST', `/api/pieces/${draft}/shared/${sharedPart}`);
  return {
    'sent piece': `piece:${partnered.pieces.ada}`,
    draft: `piece:${draft}`,
    marks: `marks:${marks.id}`,
    'partner’s marks': `partner:${ofAda.id}`,
    'sheet for all': `shared:${shared.id}`,
    nothing: `piece:${randomUUID()}`,
  };
}

beforeAll(async () => {
  partnered = await PartneredSchool.begin({ reviews: 1 });
  const { app, learners, school, teacher } = partnered;
  documents = await makeDocuments();
  cookies = {
    owner: cookieOf(learners.ada),
    partner: cookieOf(learners.ben),
    classmate: cookieOf(learners.dee),
    'other learner': cookieOf(await app.as('cai')),
    teacher: cookieOf(teacher),
    'other teacher': cookieOf(await app.as('mr-dune')),
    family: await familyOf(school.people.ada),
    'other family': await familyOf(school.people.ben),
    nobody: '',
  };
  server = await serverOf(school);
});
afterAll(async () => {
  await server.close();
  await partnered.school.close();
});

/** What somebody may do with a document; undefined where they are refused. */
async function scopeOf(role: Role, document: keyof Documents): Promise<string | undefined> {
  const live = new LiveDocument(server.port, documents[document], cookies[role]);
  try {
    await live.answered();
    // Nothing of it comes to whoever is refused.
    if (live.scope === null) expect(live.doc.store.clients.size).toBe(0);
    return live.scope ?? undefined;
  } finally {
    live.destroy();
  }
}

it.each(Object.keys(ALLOWED) as (keyof Documents)[])(
  'opens to those alone who have to do with it: %s',
  async (name) => {
    const found: Record<string, string> = {};
    for (const role of ROLES) {
      const scope = await scopeOf(role, name);
      if (scope !== undefined) found[role] = scope;
    }
    expect(found).toEqual(ALLOWED[name]);
  },
);
