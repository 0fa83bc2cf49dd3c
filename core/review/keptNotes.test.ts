import fc from 'fast-check';
import { openName, rankNotes, withName, withoutName } from './keptNotes';

it('leaves a name open where it is a word, and puts another in', () => {
  expect(withoutName('Wren, your sea moves. Wrench it, Wren!', 'Wren')).toBe(
    '{name}, your sea moves. Wrench it, {name}!',
  );
  expect(withoutName('Zoë’s lamp; Zoëlla’s boat', 'Zoë')).toBe('{name}’s lamp; Zoëlla’s boat');
  expect(withName('{name}, look again, {name}.', 'Milo')).toBe('Milo, look again, Milo.');
  expect(withName(openName('(their name), look; (their name)!'), 'Milo')).toBe('Milo, look; Milo!');
});

it('comes back to what was written, whatever the name', () => {
  fc.assert(
    fc.property(
      fc.stringMatching(/^[A-Za-z.*+?()$^|[\]\\-]{1,12}$/),
      fc.constantFrom('%, well done.', 'A bright lamp, %', '% and the sea'),
      (name, pattern) => {
        const note = pattern.replace('%', () => name);
        expect(withName(withoutName(note, name), name)).toBe(note);
      },
    ),
  );
});

it('puts first what was used most here, then what was used most at all, and finds by beginnings of words', () => {
  const note = (id: string, words: string, uses: Record<string, number>) => ({ id, words, uses });
  const notes = [
    note('a', 'Neat lines', {}),
    note('b', 'Look at the horizon', { x: 9 }),
    note('c', 'Bright colours', { y: 1 }),
  ];
  expect(rankNotes(notes, 'y', '').map(({ id }) => id)).toEqual(['c', 'b', 'a']);
  expect(rankNotes(notes, 'y', 'hor').map(({ id }) => id)).toEqual(['b']);
  expect(rankNotes(notes, 'y', 'orizon')).toEqual([]);
});
