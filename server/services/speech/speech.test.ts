import type { DeviceGroup } from '@lippet/core/contract/signIn';
import type { SpeechView } from '@lippet/core/contract/speech';
import { spokenWords } from '@lippet/core/words/spoken';
import { wavSeconds } from '../../media/voice';
import { appOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

describe('a text that is said at school', () => {
  let school: SmallSchool;
  let ben: TestClient;
  beforeAll(async () => {
    school = await smallSchool();
    ben = await appOf(school).as('ben');
  });
  afterAll(() => school.close());
  const say = (text: string, speed = 'middle'): Promise<SpeechView> => ben.json('POST', '/api/speech', { text, speed });

  it('is a sound, with the moment of each word', async () => {
    const text = 'Colour the lighthouse. Make the lamp shine out to sea, in 12 colours.';
    const { address, seconds, times } = await say(text);
    const response = await ben.request('GET', address);
    expect(response.headers.get('content-type')).toBe('audio/wav');
    const wav = Buffer.from(await response.arrayBuffer());
    expect(wavSeconds(wav)).toBeCloseTo(seconds, 3);
    expect(seconds).toBeGreaterThan(2);
    expect(seconds).toBeLessThan(12);
    expect(times).toHaveLength(spokenWords(text).length);
    expect([...times].sort((a, b) => a - b)).toEqual(times);
  });

  it('is said once, more slowly where that is wanted, and never taken for an option', async () => {
    expect(await say('A boat')).toEqual(await say('A boat'));
    expect((await say('A boat on the sea', 'slow')).seconds).toBeGreaterThan(
      (await say('A boat on the sea', 'fast')).seconds,
    );
    expect((await say('--help -w /tmp/x')).seconds).toBeGreaterThan(0.3);
  });

  it('may be heard before signing in where it stands on the screen of the group, and nothing else', async () => {
    const app = appOf(school);
    const names = app.client();
    const asked = { text: 'Who are you?' };
    expect((await names.request('POST', '/api/speech', asked)).status).toBe(401);
    const group = await names.json<DeviceGroup>('POST', '/api/device', { code: 'REEDS1' });
    const [first] = group.people;
    const { address } = await names.json<SpeechView>('POST', '/api/speech', { text: first!.name });
    expect((await names.request('GET', address)).status).toBe(200);
    expect((await names.request('POST', '/api/speech', { text: 'All that I ever wanted to hear' })).status).toBe(401);
    const other = app.client();
    await other.json('POST', '/api/device', { code: 'DUNES1' });
    for (const client of [app.client(), other]) expect((await client.request('GET', address)).status).toBe(401);
    const secret = await say('Said to somebody who is signed in');
    expect((await names.request('GET', secret.address)).status).toBe(401);
  });

  it('is refused where there is nothing to say, or too much', async () => {
    for (const text of ['', '   ', 'x'.repeat(2_001)])
      expect((await ben.request('POST', '/api/speech', { text })).status).toBe(400);
    expect((await ben.request('GET', `/api/speech/${'a'.repeat(64)}`)).status).toBe(404);
  });
});
