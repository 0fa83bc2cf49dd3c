import { forgetPlace, lastPlaceOf, leaveAt, useLastPlaces } from './lastPlaces';

describe('where pieces were left', () => {
  beforeEach(() => useLastPlaces.setState({ places: [] }));

  it('is known of each piece, the last one counts', () => {
    leaveAt('a', { part: null, page: 'p1' });
    leaveAt('b', { part: 'q', page: null });
    leaveAt('a', { part: null, page: 'p2' });
    expect([lastPlaceOf('a')?.page, lastPlaceOf('b')?.part, lastPlaceOf('c')]).toEqual(['p2', 'q', null]);
  });

  it('is forgotten of what was left longest ago', () => {
    for (let i = 0; i < 70; i++) leaveAt(`piece ${i}`, { part: null, page: `${i}` });
    expect([lastPlaceOf('piece 9'), lastPlaceOf('piece 10')?.page, useLastPlaces.getState().places.length]).toEqual([
      null,
      '10',
      60,
    ]);
  });

  it('is forgotten of what was sent', () => {
    leaveAt('a', { part: 'q', page: null });
    forgetPlace('a');
    expect(lastPlaceOf('a')).toBeNull();
  });

  it('outlives a reload', () => {
    leaveAt('a', { part: 'q', page: null });
    expect(JSON.parse(localStorage.getItem('lippet-places')!)).toMatchObject({
      state: { places: [['a', { part: 'q', page: null }]] },
    });
  });
});
