/** Every route × every role. A route that is not in the table fails the test. */
import { randomUUID } from 'node:crypto';
import { API } from '@lippet/core/contract/api';
import type { MediaView } from '@lippet/core/contract/media';
import type { CopyView, ExportView } from '@lippet/core/contract/exports';
import type { ReviewView } from '@lippet/core/contract/reviewing';
import type { FamilyCardView } from '@lippet/core/contract/family';
import { SESSION_COOKIE } from './cookies';
import { readPages } from '@lippet/core/page/document';
import { newPart } from '@lippet/core/parts/part';
import { Part } from '../models/tables';
import {
  appOf,
  drawInto,
  extentOf,
  PASSWORD,
  smallSchool,
  uploadHeaders,
  type SmallSchool,
  type TestClient,
} from '../testing/smallSchool';

type Role =
  'owner' | 'classmate' | 'other learner' | 'teacher' | 'other teacher' | 'family' | 'other family' | 'nobody';
/** `family` sees the owner from home, `other family` the classmate. */
const ROLES: Role[] = [
  'owner',
  'classmate',
  'other learner',
  'teacher',
  'other teacher',
  'family',
  'other family',
  'nobody',
];

interface Ids {
  activity: string;
  piece: string;
  go: string;
  review: string;
  releasedReview: string;
  takenBack: string;
  media: string;
  copy: string;
  made: string;
  capture: string;
  upload: string;
  spare: string;
  thread: string;
  message: string;
  group: string;
  notice: string;
  question: string;
  folder: string;
  kept: string;
  /** A part that is filled together, and the sheet of it. */
  sharedPart: string;
  shared: string;
  /** The owner, and cards for those at home: one that is joined by, one to be ended, and the code of one with room. */
  child: string;
  card: string;
  spareCard: string;
  code: string;
}
interface Row {
  path: (ids: Ids) => string;
  /** The method that is asked with, where it is another than the route's. */
  method?: string;
  headers?: (ids: Ids) => Record<string, string>;
  body?: (ids: Ids) => unknown;
  /** The statuses that let a role through, by role; 401 for nobody and 404 for the rest unless said. */
  allowed: Partial<Record<Role, number>>;
  /** What those who may not get, where it is not 404. */
  refused?: number;
}

const everybody = (status: number): Row['allowed'] => Object.fromEntries(ROLES.map((role) => [role, status]));
const signedIn = (status: number): Row['allowed'] =>
  Object.fromEntries(ROLES.filter((role) => role !== 'nobody').map((role) => [role, status]));

// Sending and releasing end in 409 or 422 for those who may: the policy let them through to what the moment forbids.
const TABLE: Record<string, Row> = {
  'GET /api/health': { path: () => '/api/health', allowed: everybody(200) },
  'GET /api/ready': { path: () => '/api/ready', allowed: everybody(200) },
  'GET /api/device': { path: () => '/api/device', allowed: everybody(200) },
  'POST /api/device': { path: () => '/api/device', body: () => ({ code: 'REEDS1' }), allowed: everybody(200) },
  'DELETE /api/device': { path: () => '/api/device', allowed: everybody(204) },
  'GET /api/me': { path: () => '/api/me', allowed: everybody(200) },
  'POST /api/sessions': {
    path: () => '/api/sessions',
    body: () => ({ signInName: 'ben', password: PASSWORD }),
    allowed: everybody(201),
  },
  'GET /api/now': { path: () => '/api/now', allowed: signedIn(200) },
  'POST /api/activities/:id/piece': {
    path: ({ activity }) => `/api/activities/${activity}/piece`,
    allowed: { owner: 200, classmate: 200 },
  },
  'GET /api/activities/:id/picture': {
    path: ({ activity }) => `/api/activities/${activity}/picture`,
    allowed: { owner: 200, classmate: 200, teacher: 200, family: 200, 'other family': 200 },
  },
  'PUT /api/activities/:id/day': {
    path: ({ activity }) => `/api/activities/${activity}/day`,
    body: () => ({ day: '2026-11-27' }),
    allowed: { owner: 204, classmate: 204 },
  },
  'POST /api/calendar': {
    path: () => '/api/calendar',
    allowed: { owner: 201, classmate: 201, 'other learner': 201, family: 201, 'other family': 201 },
    refused: 403,
  },
  'DELETE /api/calendar': { path: () => '/api/calendar', allowed: signedIn(204) },
  'GET /api/calendar/:key': { path: () => '/api/calendar/nobodys-key.ics', allowed: everybody(404) },
  'GET /api/pieces/:id': { path: ({ piece }) => `/api/pieces/${piece}`, allowed: { owner: 200 } },
  'GET /api/pieces/:id/picture': {
    path: ({ piece }) => `/api/pieces/${piece}/picture`,
    allowed: { owner: 200, teacher: 200 },
  },
  'POST /api/pieces/:id/send': {
    path: ({ piece }) => `/api/pieces/${piece}/send`,
    body: () => ({ key: randomUUID(), extent: 'AAA=' }),
    allowed: { owner: 409 },
  },
  'POST /api/pieces/:id/take-back': { path: ({ piece }) => `/api/pieces/${piece}/take-back`, allowed: { owner: 409 } },
  'GET /api/pieces/:id/tries': {
    path: ({ piece }) => `/api/pieces/${piece}/tries`,
    allowed: { owner: 200 },
  },
  // This activity asks no questions.
  'GET /api/goes/:id/answers.pdf': { path: ({ go }) => `/api/goes/${go}/answers.pdf`, allowed: {} },
  'GET /api/goes/:id/tries': { path: ({ go }) => `/api/goes/${go}/tries`, allowed: { owner: 200, teacher: 200 } },
  // Who may gets through to what is not there: this activity asks no questions.
  'POST /api/pieces/:id/tries': {
    path: ({ piece }) => `/api/pieces/${piece}/tries`,
    body: () => ({ key: randomUUID(), part: randomUUID(), question: randomUUID(), answer: { words: 'a' } }),
    allowed: {},
  },
  'POST /api/pieces/:id/hints': {
    path: ({ piece }) => `/api/pieces/${piece}/hints`,
    body: () => ({ part: randomUUID(), question: randomUUID(), number: 1 }),
    allowed: {},
  },
  'POST /api/pieces/:id/set-times': {
    path: ({ piece }) => `/api/pieces/${piece}/set-times`,
    body: () => ({ part: randomUUID() }),
    allowed: {},
  },
  'POST /api/activities/:id/groups/:group/more-time': {
    path: ({ activity, group }) => `/api/activities/${activity}/groups/${group}/more-time`,
    body: () => ({ id: randomUUID(), part: randomUUID(), person: null, minutes: 1 }),
    allowed: {},
  },
  'POST /api/pieces/:id/rounds': {
    path: ({ piece }) => `/api/pieces/${piece}/rounds`,
    body: () => ({ part: randomUUID(), seen: [] }),
    allowed: {},
  },
  'POST /api/pieces/:id/steps': {
    path: ({ piece }) => `/api/pieces/${piece}/steps`,
    body: () => ({ part: randomUUID(), question: randomUUID(), number: 1 }),
    allowed: {},
  },
  'POST /api/pieces/:id/step-answers': {
    path: ({ piece }) => `/api/pieces/${piece}/step-answers`,
    body: () => ({ part: randomUUID(), question: randomUUID(), number: 1, answer: { words: 'a' } }),
    allowed: {},
  },
  'POST /api/pieces/:id/examples': {
    path: ({ piece }) => `/api/pieces/${piece}/examples`,
    body: () => ({ part: randomUUID(), question: randomUUID() }),
    allowed: {},
  },
  'POST /api/pieces/:id/looks': {
    path: ({ piece }) => `/api/pieces/${piece}/looks`,
    body: () => ({ part: randomUUID(), question: randomUUID() }),
    allowed: {},
  },
  'PUT /api/activities/:id/groups/:group/question-state': {
    path: ({ activity, group }) => `/api/activities/${activity}/groups/${group}/question-state`,
    body: () => ({ part: randomUUID(), question: randomUUID(), closed: true, shown: false }),
    allowed: {},
  },
  'POST /api/pieces/:id/variants': {
    path: ({ piece }) => `/api/pieces/${piece}/variants`,
    body: () => ({ part: randomUUID(), question: randomUUID() }),
    allowed: {},
  },
  'PUT /api/tries/:id/share': {
    path: () => `/api/tries/${randomUUID()}/share`,
    body: () => ({ share: 1 }),
    allowed: {},
  },
  'GET /api/now/questions': { path: () => '/api/now/questions', allowed: signedIn(200) },
  // Who may gets through to what is not there: this activity is no question that stands alone.
  'POST /api/activities/:id/lone-answer': {
    path: ({ activity }) => `/api/activities/${activity}/lone-answer`,
    body: () => ({ key: randomUUID(), answer: { words: 'a' } }),
    allowed: {},
  },
  // Nobody has partners here: what they may is tried in services/partners.
  'GET /api/now/partners': { path: () => '/api/now/partners', allowed: signedIn(200) },
  'POST /api/partner-reviews/:id/open': { path: () => `/api/partner-reviews/${randomUUID()}/open`, allowed: {} },
  'PUT /api/partner-reviews/:id/said': {
    path: () => `/api/partner-reviews/${randomUUID()}/said`,
    body: () => ({ note: '' }),
    allowed: {},
  },
  'POST /api/partner-reviews/:id/give': {
    path: () => `/api/partner-reviews/${randomUUID()}/give`,
    body: () => ({ extent: 'AAA=' }),
    allowed: {},
  },
  'DELETE /api/partner-reviews/:id/give': { path: () => `/api/partner-reviews/${randomUUID()}/give`, allowed: {} },
  'PUT /api/partner-reviews/:id/thanks': {
    path: () => `/api/partner-reviews/${randomUUID()}/thanks`,
    body: () => ({ helped: true }),
    allowed: {},
  },
  'PUT /api/partner-reviews/:id/decision': {
    path: () => `/api/partner-reviews/${randomUUID()}/decision`,
    body: () => ({ shown: true, counts: true }),
    allowed: {},
  },
  'GET /api/partner-reviews/:id/document': {
    path: () => `/api/partner-reviews/${randomUUID()}/document`,
    allowed: {},
  },
  'GET /api/partner-reviews/:id/picture': { path: () => `/api/partner-reviews/${randomUUID()}/picture`, allowed: {} },
  'GET /api/partner-reviews/:id/marks': { path: () => `/api/partner-reviews/${randomUUID()}/marks`, allowed: {} },
  'GET /api/partner-reviews/:id/copy.pdf': { path: () => `/api/partner-reviews/${randomUUID()}/copy.pdf`, allowed: {} },
  // One’s own: nobody else’s are ever among them.
  'GET /api/activities/:id/partner-answers': {
    path: ({ activity }) => `/api/activities/${activity}/partner-answers`,
    allowed: signedIn(200),
  },
  'GET /api/activities/:id/groups/:group/partners': {
    path: ({ activity, group }) => `/api/activities/${activity}/groups/${group}/partners`,
    allowed: {},
  },
  'GET /api/device/people': { path: () => '/api/device/people', allowed: everybody(200) },
  // Nobody else has stayed signed in on these devices.
  'POST /api/sessions/switch': {
    path: () => '/api/sessions/switch',
    body: () => ({ personId: randomUUID() }),
    allowed: {},
    refused: 401,
  },
  'POST /api/family/joins': {
    path: () => '/api/family/joins',
    body: ({ code }) => ({ code, name: 'Aunt', signInName: randomUUID(), password: 'wet-boots-drying' }),
    allowed: everybody(201),
  },
  // No letters go out here; a number of no letter opens nothing.
  'POST /api/sign-in-letters': {
    path: () => '/api/sign-in-letters',
    body: () => ({ address: 'aunt@island.example' }),
    allowed: everybody(409),
  },
  'POST /api/sign-in-letters/:id/sessions': {
    path: () => `/api/sign-in-letters/${randomUUID()}/sessions`,
    body: () => ({ number: '12345678' }),
    allowed: {},
    refused: 401,
  },
  'POST /api/family/children': {
    path: () => '/api/family/children',
    body: ({ code }) => ({ code }),
    allowed: { family: 201, 'other family': 201 },
    refused: 403,
  },
  'GET /api/family/children': { path: () => '/api/family/children', allowed: signedIn(200) },
  'GET /api/children/:id/home': {
    path: ({ child }) => `/api/children/${child}/home`,
    allowed: { owner: 200, family: 200 },
  },
  'GET /api/home/goes/:id': {
    path: ({ takenBack }) => `/api/home/goes/${takenBack}`,
    allowed: { classmate: 200, 'other family': 200 },
  },
  'PUT /api/home/goes/:id/seen': {
    path: ({ takenBack }) => `/api/home/goes/${takenBack}/seen`,
    allowed: { 'other family': 204 },
  },
  'GET /api/home/goes/:id/document': {
    path: ({ takenBack }) => `/api/home/goes/${takenBack}/document`,
    allowed: { classmate: 200, 'other family': 200 },
  },
  'GET /api/home/goes/:id/marks': {
    path: ({ takenBack }) => `/api/home/goes/${takenBack}/marks`,
    allowed: { classmate: 200, 'other family': 200 },
  },
  'GET /api/home/goes/:id/picture': {
    path: ({ takenBack }) => `/api/home/goes/${takenBack}/picture`,
    allowed: { classmate: 200, 'other family': 200 },
  },
  'GET /api/family-cards/:id/messages': {
    path: ({ card }) => `/api/family-cards/${card}/messages`,
    allowed: { family: 200, teacher: 200 },
  },
  'POST /api/family-cards/:id/messages': {
    path: ({ card }) => `/api/family-cards/${card}/messages`,
    body: () => ({ id: randomUUID(), words: 'Thank you' }),
    allowed: { family: 201, teacher: 201 },
  },
  'DELETE /api/family-cards/:id': {
    path: ({ spareCard }) => `/api/family-cards/${spareCard}`,
    allowed: { teacher: 204 },
  },
  'GET /api/groups/:id/families': { path: ({ group }) => `/api/groups/${group}/families`, allowed: { teacher: 200 } },
  'POST /api/groups/:id/families': {
    path: ({ group }) => `/api/groups/${group}/families`,
    body: ({ child }) => ({ cards: [{ id: randomUUID(), child }] }),
    allowed: { teacher: 201 },
  },
  'PUT /api/activities/:id/groups/:group/wall/families': {
    path: ({ activity, group }) => `/api/activities/${activity}/groups/${group}/wall/families`,
    body: () => ({ opening: null }),
    allowed: { teacher: 204 },
  },
  'POST /api/pieces/:id/shared/:part': {
    path: ({ piece, sharedPart }) => `/api/pieces/${piece}/shared/${sharedPart}`,
    allowed: { owner: 200 },
  },
  'POST /api/activities/:id/groups/:group/shared': {
    path: ({ activity, group }) => `/api/activities/${activity}/groups/${group}/shared`,
    allowed: { teacher: 200 },
  },
  'GET /api/shared/:id': {
    path: ({ shared }) => `/api/shared/${shared}`,
    allowed: { owner: 200, classmate: 200, teacher: 200 },
  },
  'PUT /api/shared/:id/ways': {
    path: ({ shared }) => `/api/shared/${shared}/ways`,
    body: () => ({ closed: false, hides: false }),
    allowed: { teacher: 204 },
  },
  'GET /api/groups/:id/walls': {
    path: ({ group }) => `/api/groups/${group}/walls`,
    allowed: { owner: 200, classmate: 200, teacher: 200 },
  },
  'GET /api/activities/:id/groups/:group/wall': {
    path: ({ activity, group }) => `/api/activities/${activity}/groups/${group}/wall`,
    allowed: { owner: 200, classmate: 200, teacher: 200 },
  },
  'POST /api/activities/:id/groups/:group/wall/all': {
    path: ({ activity, group }) => `/api/activities/${activity}/groups/${group}/wall/all`,
    allowed: { teacher: 204 },
  },
  'POST /api/activities/:id/groups/:group/wall/thanks': {
    path: ({ activity, group }) => `/api/activities/${activity}/groups/${group}/wall/thanks`,
    body: () => ({ stamp: 'boat' }),
    allowed: { teacher: 204 },
  },
  // Nothing is hung of this activity: who may gets through to that. The rest is tried in services/wall.
  'POST /api/goes/:id/hangings': {
    path: ({ go }) => `/api/goes/${go}/hangings`,
    body: () => ({ id: randomUUID() }),
    allowed: { owner: 409 },
  },
  'DELETE /api/hangings/:id': { path: () => `/api/hangings/${randomUUID()}`, allowed: {} },
  'PUT /api/hangings/:id/decision': {
    path: () => `/api/hangings/${randomUUID()}/decision`,
    body: () => ({ hangs: true }),
    allowed: {},
  },
  'PUT /api/hangings/:id/example': {
    path: () => `/api/hangings/${randomUUID()}/example`,
    body: () => ({ example: 'asked' }),
    allowed: {},
  },
  'POST /api/hangings/:id/answers': {
    path: () => `/api/hangings/${randomUUID()}/answers`,
    body: () => ({ id: randomUUID(), words: 'Fine' }),
    allowed: {},
  },
  'PUT /api/hanging-answers/:id/decision': {
    path: () => `/api/hanging-answers/${randomUUID()}/decision`,
    body: () => ({ hangs: true }),
    allowed: {},
  },
  'GET /api/hangings/:id/picture': { path: () => `/api/hangings/${randomUUID()}/picture`, allowed: {} },
  'GET /api/crews': { path: () => '/api/crews', allowed: signedIn(200) },
  'GET /api/activities/:id/groups/:group/answers': {
    path: ({ activity, group }) => `/api/activities/${activity}/groups/${group}/answers`,
    allowed: { teacher: 200 },
  },
  'POST /api/activities/:id/groups/:group/answers': {
    path: ({ activity, group }) => `/api/activities/${activity}/groups/${group}/answers`,
    body: () => ({ since: 0 }),
    allowed: { teacher: 200 },
  },
  'POST /api/activities/:id/put-right': {
    path: ({ activity }) => `/api/activities/${activity}/put-right`,
    body: () => ({ part: randomUUID(), question: { id: randomUUID() }, done: false }),
    allowed: {},
  },
  'GET /api/activities/:id/groups/:group/crews': {
    path: ({ activity, group }) => `/api/activities/${activity}/groups/${group}/crews`,
    allowed: { teacher: 200 },
  },
  'PUT /api/activities/:id/groups/:group/crews': {
    path: ({ activity, group }) => `/api/activities/${activity}/groups/${group}/crews`,
    body: () => ({ crews: [] }),
    allowed: { teacher: 200 },
  },
  'POST /api/uploads': {
    path: () => '/api/uploads',
    body: () => 'a picture',
    headers: ({ piece }) => uploadHeaders(`pieces/${piece}`, randomUUID(), 9),
    allowed: { owner: 409, teacher: 201 },
  },
  'GET /api/uploads/:id': {
    path: ({ upload }) => `/api/uploads/${upload}`,
    method: 'HEAD',
    headers: () => ({ 'tus-resumable': '1.0.0' }),
    allowed: { owner: 200 },
  },
  'PATCH /api/uploads/:id': {
    path: ({ upload }) => `/api/uploads/${upload}`,
    body: () => 'x',
    headers: () => ({
      'tus-resumable': '1.0.0',
      'upload-offset': '5',
      'content-type': 'application/offset+octet-stream',
    }),
    allowed: { owner: 409 },
  },
  'POST /api/pieces/:id/media/:media': {
    path: ({ piece }) => `/api/pieces/${piece}/media/${randomUUID()}`,
    body: () => ({ sha256: 'a'.repeat(64) }),
    allowed: { owner: 409 },
  },
  'POST /api/pieces/:id/captures': {
    path: ({ piece }) => `/api/pieces/${piece}/captures`,
    body: () => ({ title: 'Knots' }),
    allowed: { owner: 409 },
  },
  'GET /api/captures/:id': { path: ({ capture }) => `/api/captures/${capture}`, allowed: { owner: 200 } },
  'DELETE /api/captures/:id': { path: ({ capture }) => `/api/captures/${capture}`, allowed: { owner: 204 } },
  // For devices that nobody is signed in on: only the key counts.
  'POST /api/captures': { path: () => '/api/captures', body: () => ({ key: 'ABCDEFGH' }), allowed: everybody(404) },
  'PUT /api/captures/media/:media': {
    path: () => `/api/captures/media/${randomUUID()}`,
    body: () => 'a picture',
    allowed: everybody(404),
  },
  'POST /api/activities/:id/media/:media': {
    path: ({ activity }) => `/api/activities/${activity}/media/${randomUUID()}`,
    body: () => ({ sha256: 'a'.repeat(64) }),
    allowed: {},
  },
  'GET /api/activities/:id/threads': {
    path: ({ activity }) => `/api/activities/${activity}/threads`,
    allowed: { owner: 200, classmate: 200, teacher: 200 },
  },
  'POST /api/activities/:id/threads': {
    path: ({ activity }) => `/api/activities/${activity}/threads`,
    body: () => ({ id: randomUUID(), message: randomUUID(), audience: 'teacher', words: 'Which?' }),
    allowed: { owner: 201, classmate: 201 },
  },
  'GET /api/threads/:id/picture': {
    path: ({ thread }) => `/api/threads/${thread}/picture`,
    allowed: { owner: 200, teacher: 200 },
  },
  'POST /api/threads/:id/messages': {
    path: ({ thread }) => `/api/threads/${thread}/messages`,
    body: () => ({ message: randomUUID(), words: 'This one' }),
    allowed: { owner: 201, teacher: 201 },
  },
  'POST /api/messages/:id/remove': {
    path: ({ message }) => `/api/messages/${message}/remove`,
    body: () => ({ why: 'A name is in it.' }),
    allowed: { teacher: 200 },
  },
  'POST /api/threads/:id/close': { path: ({ thread }) => `/api/threads/${thread}/close`, allowed: { teacher: 200 } },
  'DELETE /api/threads/:id/close': { path: ({ thread }) => `/api/threads/${thread}/close`, allowed: { teacher: 200 } },
  // A question that is shared is there for a classmate too, who still may not lead it.
  'POST /api/threads/:id/share': { path: ({ thread }) => `/api/threads/${thread}/share`, allowed: { teacher: 200 } },
  'DELETE /api/threads/:id/share': { path: ({ thread }) => `/api/threads/${thread}/share`, allowed: { teacher: 200 } },
  'POST /api/speech': { path: () => '/api/speech', body: () => ({ text: 'Hello' }), allowed: signedIn(200) },
  'GET /api/speech/:key': { path: () => '/api/speech/nothing', allowed: {} },
  'GET /api/media/:id': { path: ({ media }) => `/api/media/${media}`, allowed: { owner: 200, teacher: 200 } },
  'GET /api/media/:id/playable': {
    path: ({ media }) => `/api/media/${media}/playable`,
    allowed: { owner: 200, teacher: 200 },
  },
  // A picture can't be cut: it is not there for those who may see it, as for all others.
  'GET /api/media/:id/cut': {
    path: ({ media }) => `/api/media/${media}/cut?spans=0-1`,
    allowed: { owner: 404, teacher: 404 },
  },
  'GET /api/media/:id/about': {
    path: ({ media }) => `/api/media/${media}/about`,
    allowed: { owner: 200, teacher: 200 },
  },
  'GET /api/media/:id/preview': {
    path: ({ media }) => `/api/media/${media}/preview`,
    allowed: { owner: 200, teacher: 200 },
  },
  'GET /api/pieces/:id/copies': { path: ({ piece }) => `/api/pieces/${piece}/copies`, allowed: { owner: 200 } },
  'GET /api/copies/:id/document': { path: ({ copy }) => `/api/copies/${copy}/document`, allowed: { owner: 200 } },
  'POST /api/goes/:id/exports': {
    path: ({ go }) => `/api/goes/${go}/exports`,
    body: () => ({ style: 'flat' }),
    allowed: { owner: 202, teacher: 202 },
  },
  'GET /api/exports/:id': { path: ({ made }) => `/api/exports/${made}`, allowed: { owner: 200 } },
  'GET /api/exports/:id/file': { path: ({ made }) => `/api/exports/${made}/file`, allowed: { owner: 200 } },
  'GET /api/goes/:id': { path: ({ go }) => `/api/goes/${go}`, allowed: { owner: 200 } },
  'GET /api/goes/:id/document': { path: ({ go }) => `/api/goes/${go}/document`, allowed: { owner: 200, teacher: 200 } },
  'GET /api/goes/:id/picture': { path: ({ go }) => `/api/goes/${go}/picture`, allowed: { owner: 200, teacher: 200 } },
  'GET /api/reviews/:id/marks': { path: ({ review }) => `/api/reviews/${review}/marks`, allowed: { teacher: 200 } },
  'GET /api/updates': { path: () => '/api/updates', allowed: signedIn(200) },
  'POST /api/updates/seen': { path: () => '/api/updates/seen', allowed: signedIn(204) },
  'GET /api/to-review': { path: () => '/api/to-review', allowed: signedIn(200) },
  'GET /api/activities': { path: () => '/api/activities', allowed: signedIn(200) },
  'POST /api/activities': {
    path: () => '/api/activities',
    body: () => ({ id: randomUUID() }),
    allowed: { teacher: 201, 'other teacher': 201 },
    refused: 403,
  },
  'GET /api/activities/:id/archive.zip': {
    path: ({ activity }) => `/api/activities/${activity}/archive.zip`,
    allowed: { teacher: 200 },
  },
  'POST /api/activities/archives': {
    path: () => '/api/activities/archives',
    body: () => 'no archive',
    allowed: { teacher: 415, 'other teacher': 415 },
    refused: 403,
  },
  'GET /api/activities/:id/plan': {
    path: ({ activity }) => `/api/activities/${activity}/plan`,
    allowed: { teacher: 200 },
  },
  'PUT /api/activities/:id/plan': {
    path: ({ activity }) => `/api/activities/${activity}/plan`,
    body: () => ({ version: 99, plan: {} }),
    allowed: { teacher: 409 },
  },
  'DELETE /api/activities/:id/draft': {
    path: ({ activity }) => `/api/activities/${activity}/draft`,
    allowed: { teacher: 200 },
  },
  'POST /api/activities/:id/set': {
    path: ({ activity }) => `/api/activities/${activity}/set`,
    body: () => ({ version: 99 }),
    allowed: { teacher: 409 },
  },
  'POST /api/activities/:id/copy': {
    path: ({ activity }) => `/api/activities/${activity}/copy`,
    body: () => ({ id: randomUUID() }),
    allowed: { teacher: 201 },
  },
  'POST /api/activities/:id/archive': {
    path: ({ spare }) => `/api/activities/${spare}/archive`,
    allowed: { teacher: 200 },
  },
  'DELETE /api/activities/:id/archive': {
    path: ({ spare }) => `/api/activities/${spare}/archive`,
    allowed: { teacher: 200 },
  },
  'GET /api/activities/:id/line': {
    path: ({ activity }) => `/api/activities/${activity}/line`,
    allowed: { teacher: 200 },
  },
  'GET /api/groups/:id/marks': { path: ({ group }) => `/api/groups/${group}/marks`, allowed: { teacher: 200 } },
  'GET /api/waiting': { path: () => '/api/waiting', allowed: signedIn(200) },
  'GET /api/kept-notes': { path: () => '/api/kept-notes', allowed: signedIn(200) },
  'POST /api/kept-notes': {
    path: () => '/api/kept-notes',
    body: () => ({ id: randomUUID(), words: 'Look again' }),
    allowed: { teacher: 201, 'other teacher': 201 },
    refused: 403,
  },
  'POST /api/kept-notes/:id/use': {
    path: ({ kept }) => `/api/kept-notes/${kept}/use`,
    body: ({ activity }) => ({ activity }),
    allowed: { teacher: 204 },
  },
  'DELETE /api/kept-notes/:id': { path: ({ kept }) => `/api/kept-notes/${kept}`, allowed: { teacher: 200 } },
  'POST /api/activities/:id/remind': {
    path: ({ activity }) => `/api/activities/${activity}/remind`,
    body: () => ({ person: null }),
    allowed: { teacher: 200 },
  },
  'POST /api/goes/:id/review': { path: ({ go }) => `/api/goes/${go}/review`, allowed: { teacher: 200 } },
  'PUT /api/reviews/:id/note': {
    path: ({ review }) => `/api/reviews/${review}/note`,
    body: () => ({ note: 'x' }),
    allowed: { teacher: 200 },
  },
  'PUT /api/reviews/:id/held': {
    path: ({ releasedReview }) => `/api/reviews/${releasedReview}/held`,
    body: () => ({ outcome: 'again', extent: 'AAA=' }),
    allowed: { teacher: 409 },
  },
  'POST /api/activities/:id/release-held': {
    path: ({ activity }) => `/api/activities/${activity}/release-held`,
    allowed: { teacher: 200 },
  },
  // Nothing was released here: to take back what is not out changes nothing.
  'POST /api/activities/:id/answer-many': {
    path: ({ activity }) => `/api/activities/${activity}/answer-many`,
    body: () => ({ people: [randomUUID()] }),
    allowed: { teacher: 200 },
  },
  'POST /api/activities/:id/exports': {
    path: ({ activity }) => `/api/activities/${activity}/exports`,
    allowed: { teacher: 202 },
  },
  'GET /api/goes/:id/like': { path: ({ go }) => `/api/goes/${go}/like`, allowed: { owner: 200, teacher: 200 } },
  'GET /api/reviews/:id/replies': {
    path: ({ releasedReview }) => `/api/reviews/${releasedReview}/replies`,
    allowed: { classmate: 200, teacher: 200 },
  },
  // There is no such note: for those who may, too.
  'POST /api/reviews/:id/replies': {
    path: ({ releasedReview }) => `/api/reviews/${releasedReview}/replies`,
    body: () => ({ id: randomUUID(), note: 'none', words: 'Yes' }),
    allowed: {},
  },
  'GET /api/kept-stamps': { path: () => '/api/kept-stamps', allowed: signedIn(200) },
  'POST /api/kept-stamps': {
    path: () => '/api/kept-stamps',
    body: () => ({
      id: randomUUID(),
      name: 'Tick',
      width: 10,
      height: 10,
      items: [{ kind: 'text', text: 'ok', width: 10, size: 12, font: 'reading', colour: '#000000', align: 'left' }],
    }),
    allowed: { teacher: 201, 'other teacher': 201 },
    refused: 403,
  },
  'DELETE /api/kept-stamps/:id': { path: () => `/api/kept-stamps/${randomUUID()}`, allowed: {} },
  'POST /api/reviews/:id/recall': {
    path: ({ review }) => `/api/reviews/${review}/recall`,
    body: () => ({ held: null }),
    allowed: { teacher: 200 },
  },
  'POST /api/reviews/:id/release': {
    path: ({ releasedReview }) => `/api/reviews/${releasedReview}/release`,
    body: () => ({ outcome: 'again', note: '', extent: 'AAA=' }),
    allowed: { teacher: 409 },
  },
  'POST /api/groups': {
    path: () => '/api/groups',
    body: () => ({ id: randomUUID(), name: 'Terns' }),
    allowed: { teacher: 201, 'other teacher': 201 },
    refused: 403,
  },
  'GET /api/groups/:id': { path: ({ group }) => `/api/groups/${group}`, allowed: { teacher: 200 } },
  'POST /api/groups/:id/learners': {
    path: ({ group }) => `/api/groups/${group}/learners`,
    body: () => ({ keys: 'picture', learners: [{ id: randomUUID(), name: 'Fern' }] }),
    allowed: { teacher: 201 },
  },
  'POST /api/groups/:id/keys': {
    path: ({ group }) => `/api/groups/${group}/keys`,
    body: () => ({ people: [randomUUID()] }),
    allowed: {},
  },
  'DELETE /api/groups/:id/learners/:person': {
    path: ({ group }) => `/api/groups/${group}/learners/${randomUUID()}`,
    allowed: {},
  },
  'POST /api/groups/:id/learners/:person': {
    path: ({ group }) => `/api/groups/${group}/learners/${randomUUID()}`,
    allowed: {},
  },
  'GET /api/classes': { path: () => '/api/classes', allowed: signedIn(200) },
  'GET /api/collection': { path: () => '/api/collection', allowed: signedIn(200) },
  'GET /api/groups/:id/classroom': {
    path: ({ group }) => `/api/groups/${group}/classroom`,
    allowed: { owner: 200, classmate: 200, teacher: 200 },
  },
  'POST /api/groups/:id/notices': {
    path: ({ group }) => `/api/groups/${group}/notices`,
    body: () => ({ id: randomUUID(), words: 'Boots on Friday' }),
    allowed: { teacher: 201 },
  },
  'POST /api/notices/:id/replies': {
    path: ({ notice }) => `/api/notices/${notice}/replies`,
    body: () => ({ id: randomUUID(), words: 'Mine are red' }),
    allowed: { owner: 201, classmate: 201, teacher: 201 },
  },
  'POST /api/notices/:id/remove': {
    path: ({ notice }) => `/api/notices/${notice}/remove`,
    body: () => ({ why: 'It is over.' }),
    allowed: { teacher: 200 },
  },
  'PUT /api/questions/:id/answer': {
    path: ({ question }) => `/api/questions/${question}/answer`,
    body: () => ({ stamp: 'calm' }),
    allowed: { owner: 200, classmate: 200 },
  },
  'PUT /api/groups/:id/question': {
    path: ({ group }) => `/api/groups/${group}/question`,
    body: () => ({ id: randomUUID(), words: 'And now?', seenBy: 'all' }),
    allowed: { teacher: 200 },
  },
  'DELETE /api/groups/:id/question': {
    path: ({ group }) => `/api/groups/${group}/question`,
    allowed: { teacher: 200 },
  },
  'PUT /api/groups/:id/live': {
    path: ({ group }) => `/api/groups/${group}/live`,
    body: () => ({ address: 'https://room.example/reeds' }),
    allowed: { teacher: 200 },
  },
  'DELETE /api/groups/:id/live': { path: ({ group }) => `/api/groups/${group}/live`, allowed: { teacher: 200 } },
  'POST /api/groups/:id/media/:media': {
    path: ({ group }) => `/api/groups/${group}/media/${randomUUID()}`,
    body: () => ({ sha256: 'a'.repeat(64) }),
    allowed: {},
  },
  'GET /api/groups/:id/folders': { path: ({ group }) => `/api/groups/${group}/folders`, allowed: { teacher: 200 } },
  'PUT /api/groups/:id/folders': {
    path: ({ group }) => `/api/groups/${group}/folders`,
    body: ({ folder }) => ({ id: folder, title: 'Knot week' }),
    allowed: { teacher: 200 },
  },
  // Taken away once; it is not there any more for whoever may.
  'DELETE /api/folders/:id': { path: ({ folder }) => `/api/folders/${folder}`, allowed: { teacher: 200 } },
  'GET /api/activities/:id/joining': {
    path: ({ activity }) => `/api/activities/${activity}/joining`,
    allowed: { teacher: 200 },
  },
  'PUT /api/activities/:id/joining': {
    path: ({ activity }) => `/api/activities/${activity}/joining`,
    allowed: { teacher: 200 },
  },
  'DELETE /api/activities/:id/joining': {
    path: ({ activity }) => `/api/activities/${activity}/joining`,
    allowed: { teacher: 200 },
  },
  'POST /api/activities/:id/joining/:guest/match': {
    path: ({ activity }) => `/api/activities/${activity}/joining/${randomUUID()}/match`,
    body: () => ({ person: randomUUID() }),
    allowed: {},
  },
  // For devices that nobody is signed in on: only the code that they remember counts.
  'POST /api/joins': {
    path: () => '/api/joins',
    body: () => ({ name: 'Fern', pictures: ['boot', 'drum', 'moon'] }),
    allowed: everybody(404),
  },
  'PUT /api/me/settings': {
    path: () => '/api/me/settings',
    body: () => ({ size: 'large', letters: 'plain', speed: 'slow', calm: true, leftHanded: true }),
    allowed: signedIn(200),
  },
  'PUT /api/school': {
    path: () => '/api/school',
    body: () => ({ decimalMark: 'point' }),
    allowed: { teacher: 200, 'other teacher': 200 },
  },
  'PUT /api/me/mail': {
    path: () => '/api/me/mail',
    body: () => ({ mail: 'somebody@reeds.example' }),
    allowed: signedIn(200),
  },
  'GET /api/me/letters': { path: () => '/api/me/letters', allowed: signedIn(200) },
  // Last, because they end the session that asks.
  'DELETE /api/sessions/current': { path: () => '/api/sessions/current', allowed: signedIn(204) },
  'DELETE /api/sessions': { path: () => '/api/sessions', allowed: signedIn(204) },
};

const SVG =
  '<svg xmlns="http://www.w3.org/2000/svg" width="20" height="10"><rect width="20" height="10" fill="red"/></svg>';

const JUNK: readonly unknown[] = [null, true, -1, 1e300, '', 'x'.repeat(3_000), '\u0000', '\ud800', [], [null], {}];
const MOST_LEAVES = 40;

/** Places in a value, as the keys that lead there. */
const leaves = (value: unknown, path: string[] = []): string[][] =>
  typeof value === 'object' && value !== null
    ? [path, ...Object.entries(value).flatMap(([key, inner]) => leaves(inner, [...path, key]))]
    : [path];

function withJunk(value: unknown, [key, ...rest]: string[], junk: unknown): unknown {
  if (key === undefined) return junk;
  const copy = (Array.isArray(value) ? [...(value as unknown[])] : { ...(value as object) }) as Record<string, unknown>;
  copy[key] = withJunk(copy[key], rest, junk);
  return copy;
}

/** What is no JSON, and the right body with junk in each of its places. */
const junkBodies = (right: unknown): unknown[] => [
  '{',
  '',
  'nonsense',
  ...leaves(right)
    .slice(0, MOST_LEAVES)
    .flatMap((path) => JUNK.map((junk) => withJunk(right, path, junk))),
];

describe('permissions', () => {
  let school: SmallSchool;
  let harness: ReturnType<typeof appOf>;
  let ids: Ids;
  const clients = {} as Record<Role, () => Promise<TestClient>>;

  /** A piece of Ada's that was sent; @returns ids of the piece and its go */
  async function sentPiece(client: TestClient, activity: string): Promise<{ piece: string; go: string }> {
    const { pieceId } = await client.json<{ pieceId: string }>('POST', `/api/activities/${activity}/piece`);
    await drawInto(school, pieceId);
    const submission = await client.json<{ id: string }>('POST', `/api/pieces/${pieceId}/send`, {
      key: randomUUID(),
      extent: await extentOf(school, 'piece', pieceId),
    });
    return { piece: pieceId, go: submission.id };
  }

  beforeAll(async () => {
    // One connection must be enough for every request: whoever holds one and asks for another would wait for others who
    // do the same.
    school = await smallSchool(Date.now(), { connections: 1 });
    harness = appOf(school);
    const { as, client } = harness;
    clients.owner = () => as('ada');
    clients.classmate = () => as('ben');
    clients['other learner'] = () => as('cai');
    clients.teacher = () => as('ms-reed');
    clients['other teacher'] = () => as('mr-dune');
    clients.nobody = async () => client();
    const teacher = await as('ms-reed');
    const ada = await as('ada');
    const { pieceId } = await ada.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`);
    const { id: media } = (await (await ada.bring(pieceId, SVG)).json()) as MediaView;
    const upload = randomUUID();
    await ada.request('POST', '/api/uploads', 'half', uploadHeaders(`pieces/${pieceId}`, upload, 9));
    const [thread, message] = [randomUUID(), randomUUID()];
    await ada.json('POST', `/api/activities/${school.activities.open}/threads`, {
      id: thread,
      message,
      audience: 'teacher',
      words: 'Which way is up?',
      place: { page: readPages(await school.log.document({ kind: 'piece', id: pieceId }))[0]!.id, x: 90, y: 120 },
    });
    const { id: capture } = await ada.json<{ id: string }>('POST', `/api/pieces/${pieceId}/captures`, {
      title: 'Knots',
    });
    const { piece, go } = await sentPiece(ada, school.activities.open);
    await harness.services.copies.keep(piece);
    const [copy] = await ada.json<CopyView[]>('GET', `/api/pieces/${piece}/copies`);
    const { id: made } = await ada.json<ExportView>('POST', `/api/goes/${go}/exports`, { style: 'flat' });
    await harness.services.exports.run({ exportId: made });
    const review = await teacher.json<ReviewView>('POST', `/api/goes/${go}/review`);
    await teacher.json('PUT', `/api/reviews/${review.id}/note`, { note: 'begun' });
    const bens = await sentPiece(await as('ben'), school.activities.open);
    const released = await teacher.json<ReviewView>('POST', `/api/goes/${bens.go}/review`);
    await teacher.json('POST', `/api/reviews/${released.id}/release`, {
      outcome: 'finished',
      note: 'done',
      extent: await extentOf(school, 'marks', released.id),
    });
    const [notice, question, folder] = [randomUUID(), randomUUID(), randomUUID()];
    await teacher.json('POST', `/api/groups/${school.groups.reeds}/notices`, { id: notice, words: 'Boots on Friday' });
    await teacher.json('PUT', `/api/groups/${school.groups.reeds}/question`, {
      id: question,
      words: 'How is the wind?',
      seenBy: 'teacher',
    });
    await teacher.json('PUT', `/api/groups/${school.groups.reeds}/folders`, { id: folder, title: 'Knot week' });
    const kept = randomUUID();
    await teacher.json('POST', '/api/kept-notes', { id: kept, words: 'Look again' });
    const sharedPart = randomUUID();
    const part = { ...newPart('shared', sharedPart, 'Our sheet'), required: false };
    await Part.create({ ...part, activityId: school.activities.open, position: 9 } as never);
    const { id: shared } = await ada.json<{ id: string }>('POST', `/api/pieces/${piece}/shared/${sharedPart}`);
    const cardsOf = async (child: string, most: number): Promise<FamilyCardView> => {
      const id = randomUUID();
      const path = `/api/groups/${school.groups.reeds}/families`;
      const cards = await teacher.json<FamilyCardView[]>('POST', path, { cards: [{ id, child }], most });
      return cards.find((one) => one.id === id)!;
    };
    const joined = async (code: string, signInName: string): Promise<() => Promise<TestClient>> => {
      const body = { code, name: 'Home', signInName, password: PASSWORD };
      const { id } = await client().json<{ id: string }>('POST', '/api/family/joins', body);
      return async () => {
        const home = client();
        home.cookies.set(SESSION_COOKIE, (await harness.services.signIn.openSession(id, false)).token);
        return home;
      };
    };
    const card = await cardsOf(school.people.ada, 1);
    clients.family = await joined(card.code, 'home.ada');
    clients['other family'] = await joined((await cardsOf(school.people.ben, 1)).code, 'home.ben');
    const spareCard = await cardsOf(school.people.ada, 12);
    // Of a child whom nothing else here is about.
    const [open] = await (
      await as('mr-dune')
    ).json<FamilyCardView[]>('POST', `/api/groups/${school.groups.dunes}/families`, {
      cards: [{ id: randomUUID(), child: school.people.cai }],
      most: 12,
    });
    ids = {
      child: school.people.ada,
      card: card.id,
      spareCard: spareCard.id,
      code: open!.code,
      sharedPart,
      shared,
      notice,
      question,
      folder,
      kept,
      activity: school.activities.open,
      piece,
      go,
      review: review.id,
      releasedReview: released.id,
      takenBack: bens.go,
      media,
      copy: copy!.id,
      made,
      capture,
      upload,
      spare: school.activities.closed,
      thread,
      message,
      group: school.groups.reeds,
    };
  });
  afterAll(() => school.close());

  it('are told for every route that there is', () => {
    const routes = harness.app.routes
      .filter(({ method, path }) => method !== 'ALL' && path.startsWith('/api'))
      .map(({ method, path }) => `${method} ${path}`);
    expect([...new Set(routes)].sort()).toEqual(Object.keys(TABLE).sort());
  });

  it.each(Object.entries(API))('are asked for %s as the contract says', (address, endpoint) => {
    const row = TABLE[address.replace(' ', ' /api')]!;
    const isFile = address === 'POST /activities/archives';
    expect(row.body !== undefined).toBe(endpoint.body !== null || isFile);
    for (const status of Object.values(row.allowed)) expect([endpoint.status, 404, 409, 415]).toContain(status);
    if (!endpoint.open) expect(row.allowed.nobody).toBeUndefined();
  });

  for (const [route, row] of Object.entries(TABLE)) {
    it.each(ROLES)(`${route} as %s`, async (role) => {
      const client = await clients[role]();
      const method = row.method ?? route.split(' ')[0]!;
      const response = await client.request(method, row.path(ids), row.body?.(ids), row.headers?.(ids));
      const expected = row.allowed[role] ?? (role === 'nobody' ? 401 : (row.refused ?? 404));
      expect(response.status).toBe(expected);
      if (response.status >= 400 && method !== 'HEAD')
        expect(await response.json()).toEqual({
          code: expect.any(String),
          message: expect.stringMatching(/^[A-Z].*\.$/s),
        });
    });
  }

  it('show each person only what is theirs in lists', async () => {
    const cai = await clients['other learner']();
    expect(await cai.json('GET', '/api/now')).toMatchObject({ cards: [] });
    expect(await cai.json('GET', '/api/to-review')).toEqual([]);
    expect(await cai.json('GET', '/api/classes')).toEqual([]);
    const dune = await clients['other teacher']();
    expect(await dune.json('GET', '/api/to-review')).toEqual([]);
    const ben = await clients.classmate();
    expect(JSON.stringify(await ben.json('GET', '/api/now'))).not.toContain(ids.piece);
  });

  it('keep an activity that has not opened from its learners, in lists and by address', async () => {
    const ada = await clients.owner();
    expect(JSON.stringify(await ada.json('GET', '/api/now'))).not.toContain('Later work');
    expect((await ada.request('POST', `/api/activities/${school.activities.later}/piece`)).status).toBe(404);
  });

  it('keep a draft of a review from the learner until it is released', async () => {
    const ada = await clients.owner();
    expect(JSON.stringify(await ada.json('GET', `/api/goes/${ids.go}`))).not.toContain('begun');
    expect((await ada.request('GET', `/api/reviews/${ids.review}/marks`)).status).toBe(404);
    const ben = await clients.classmate();
    expect((await ben.request('GET', `/api/reviews/${ids.releasedReview}/marks`)).status).toBe(200);
    expect((await ben.request('GET', `/api/goes/${ids.takenBack}`)).status).toBe(200);
  });

  it('answer a garbled id like one that is not there', async () => {
    const teacher = await clients.teacher();
    for (const id of ['1', "x' OR 1=1", '../../etc/passwd', randomUUID()]) {
      expect((await teacher.request('GET', `/api/goes/${encodeURIComponent(id)}/document`)).status).toBe(404);
    }
  });

  const changing = Object.entries(TABLE).filter(([route, { body }]) => /^(POST|PUT|PATCH) /.test(route) && body);
  it.each(changing)('%s answers whatever it is sent with a sentence, and never breaks', async (route, row) => {
    for (const role of ['owner', 'teacher'] as const) {
      const client = await clients[role]();
      const method = row.method ?? route.split(' ')[0]!;
      for (const body of junkBodies(row.body!(ids))) {
        const response = await client.request(method, row.path(ids), body, row.headers?.(ids));
        if (response.status >= 500) throw new Error(`${response.status} for ${JSON.stringify(body).slice(0, 300)}`);
        if (response.status >= 400)
          expect(await response.json()).toMatchObject({
            code: expect.any(String),
            message: expect.stringMatching(/^[A-Z].*\.$/s),
          });
      }
    }
  });

  const QUERIES = [
    'page=-1',
    'page=1e9',
    'page=abc',
    'page=1&page=2',
    'page=%ED%A0%80',
    'spans=',
    'spans=x',
    'spans=9-1',
    'spans=-5-1e300',
    'spans=0-1,0-1',
    'spans=%00',
    'nothing=that&there=is',
  ];
  it.each(Object.entries(TABLE).filter(([route]) => route.startsWith('GET ')))(
    '%s answers whatever it is asked with, and never breaks',
    async (route, row) => {
      for (const role of ['owner', 'teacher'] as const) {
        const client = await clients[role]();
        for (const query of QUERIES) {
          const response = await client.request(
            row.method ?? 'GET',
            `${row.path(ids)}?${query}`,
            undefined,
            row.headers?.(ids),
          );
          if (response.status >= 500) throw new Error(`${response.status} for ${query} at ${route}`);
        }
      }
    },
  );
});
