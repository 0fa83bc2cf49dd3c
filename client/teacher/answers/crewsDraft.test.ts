import { CrewsDraft } from './crewsDraft';

function draft() {
  let count = 0;
  const crews = new CrewsDraft([], () => `crew ${++count}`);
  crews.propose(
    [
      { learner: 'ada', wrong: ['question 1, where “plait” was said'] },
      { learner: 'ben', wrong: ['question 1, where “plait” was said'] },
      { learner: 'cleo', wrong: ['question 2, where “12” was said'] },
      { learner: 'dan', wrong: [] },
    ],
    4,
  );
  return crews;
}

const who = (crews: CrewsDraft): string[][] => crews.state.getState().crews.map(({ learners }) => learners);

it('proposes who could be helped together, and says with what', () => {
  const crews = draft();
  expect(who(crews)).toEqual([['ada', 'ben'], ['cleo']]);
  expect(crews.state.getState().crews[0]).toMatchObject({
    name: 'Crew 1',
    note: 'We look together at question 1, where “plait” was said.',
  });
  expect(crews.state.getState().changed).toBe(true);
});

it('moves a learner who was picked up, and nobody is in two', () => {
  const crews = draft();
  crews.pickUp('ben');
  crews.putInto('crew 2');
  expect(who(crews)).toEqual([['ada'], ['cleo', 'ben']]);
  expect(crews.state.getState().held).toBeNull();
  crews.move('dan', 'crew 1');
  crews.move('dan', 'crew 2');
  expect(who(crews)).toEqual([['ada'], ['cleo', 'ben', 'dan']]);
  crews.pickUp('ada');
  crews.putInto(null);
  expect(who(crews)).toEqual([[], ['cleo', 'ben', 'dan']]);
});

it('lays back who was picked up twice, and moves nobody without one', () => {
  const crews = draft();
  crews.pickUp('ben');
  crews.pickUp('ben');
  crews.putInto('crew 2');
  expect(who(crews)).toEqual([['ada', 'ben'], ['cleo']]);
});

it('is unchanged once it is kept', () => {
  const crews = draft();
  crews.edit('crew 1', { name: 'Gulls' });
  crews.add();
  crews.drop('crew 2');
  const made = crews.state.getState().crews;
  expect(made.map(({ name }) => name)).toEqual(['Gulls', 'Crew 3']);
  crews.kept(made);
  expect(crews.state.getState()).toEqual({ crews: made, held: null, changed: false });
});
