import { withIdsOf } from './putRight';
import { newQuestion, readQuestion, type Question } from './question';
import { mediaOfQuestion, mediaPlaces, withMedia } from './questionMedia';

const ids = Array.from({ length: 8 }, () => crypto.randomUUID());
const match = (own = ids[0]!, options = ids.slice(1, 5)): Question =>
  readQuestion({
    ...newQuestion('match', own),
    words: 'Who calls like this?',
    settings: {
      pairs: [
        { from: { id: options[0], words: 'first call' }, to: { id: options[1], words: 'bittern' } },
        { from: { id: options[2], words: 'second call' }, to: { id: options[3], words: 'curlew' } },
      ],
    },
  })!;

it('finds the question and all that is matched, and puts pictures and sounds to them', () => {
  const question = match();
  expect(mediaPlaces(question).map(({ words }) => words)).toEqual([
    'Who calls like this?',
    'first call',
    'bittern',
    'second call',
    'curlew',
  ]);
  const heard = withMedia(question, ids[1]!, { sound: ids[6]! });
  const seen = withMedia(withMedia(heard, ids[2]!, { picture: ids[7]! }), ids[0]!, { picture: ids[5]! });
  expect(mediaOfQuestion(question)).toEqual([]);
  expect(mediaOfQuestion(seen)).toEqual([ids[5], ids[6], ids[7]]);
  expect(readQuestion(seen as never)).toEqual(seen);
});

it('keeps them where the question is written anew, by the words that they go with', () => {
  const before = withMedia(withMedia(match(), ids[2]!, { picture: ids[7]! }), ids[0]!, { sound: ids[6]! });
  const fresh = Array.from({ length: 5 }, () => crypto.randomUUID());
  const back = withIdsOf(match(fresh[0]!, [fresh[3]!, fresh[4]!, fresh[1]!, fresh[2]!]), before);
  expect(mediaOfQuestion(back)).toEqual([ids[6], ids[7]]);
  expect(mediaPlaces(back).find(({ picture }) => picture === ids[7])).toMatchObject({ words: 'bittern' });
});
