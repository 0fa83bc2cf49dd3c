import type { CalendarView } from '@lippet/core/contract/pieces';
import { appOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

const NOW = Date.UTC(2026, 10, 25, 10);

describe('a learner’s calendar', () => {
  let school: SmallSchool;
  let ada: TestClient;
  let nobody: TestClient;
  beforeAll(async () => {
    school = await smallSchool(NOW);
    const { as, client } = appOf(school, () => NOW);
    ada = await as('ada');
    nobody = client();
    await school.sequelize.query("UPDATE assignments SET due = '2026-11-27T15:00:00Z' WHERE activity_id = ?", {
      replacements: [school.activities.open],
    });
  });
  afterAll(() => school.close());
  const read = async (address: string): Promise<{ status: number; text: string }> => {
    const response = await nobody.request('GET', address);
    return { status: response.status, text: (await response.text()).replaceAll('\r\n ', '') };
  };

  it('holds what is to do at its time, and nothing that has not opened', async () => {
    const { address } = await ada.json<CalendarView>('POST', '/api/calendar');
    const { status, text } = await read(address);
    expect(status).toBe(200);
    expect(text).toContain('BEGIN:VCALENDAR');
    expect(text.endsWith('\r\nEND:VCALENDAR\r\n')).toBe(true);
    expect(text).toContain('SUMMARY:Open work');
    expect(text).toContain('DTSTART:20261127T145000Z');
    expect(text).toContain('DTEND:20261127T150000Z');
    expect(text).not.toContain('Later work');
    expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(1);
  });

  it('holds work without a date on the day of one’s own, until that is taken away', async () => {
    await school.sequelize.query('UPDATE assignments SET due = NULL WHERE activity_id = ?', {
      replacements: [school.activities.open],
    });
    const { address } = await ada.json<CalendarView>('POST', '/api/calendar');
    expect((await read(address)).text).not.toContain('Open work');
    await ada.json('PUT', `/api/activities/${school.activities.open}/day`, { day: '2026-11-28' });
    expect((await read(address)).text).toContain('DTSTART;VALUE=DATE:20261128');
    await ada.json('PUT', `/api/activities/${school.activities.open}/day`, { day: null });
    expect((await read(address)).text).not.toContain('Open work');
    for (const day of ['soon', '2026-13-01', '2026-02-30', '2027-02-29', '2026-00-10', '2026-1-1', 3])
      expect((await ada.request('PUT', `/api/activities/${school.activities.open}/day`, { day })).status).toBe(400);
  });

  it('ends at its address when that is made anew, or given up', async () => {
    const first = await ada.json<CalendarView>('POST', '/api/calendar');
    const second = await ada.json<CalendarView>('POST', '/api/calendar');
    expect([(await read(first.address)).status, (await read(second.address)).status]).toEqual([404, 200]);
    await ada.json('DELETE', '/api/calendar');
    expect((await read(second.address)).status).toBe(404);
    expect((await read('/api/calendar/x.ics')).status).toBe(404);
  });
});
