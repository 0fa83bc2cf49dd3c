import { signInSentences, tapYourPictures, WHO_ARE_YOU } from './signInWords';

it('has a child called by the first name, and asked for as many pictures as the key has', () => {
  expect(tapYourPictures({ name: 'Wren Abara', keyLength: 4 })).toEqual(['Hello Wren.', 'Tap your four pictures.']);
});

it('says what stands on the screen of a group, and nothing else', () => {
  expect(signInSentences([])).toEqual([WHO_ARE_YOU]);
  expect(signInSentences([{ name: 'Wren Abara', keyLength: 3 }])).toEqual([
    WHO_ARE_YOU,
    'Wren Abara',
    'Hello Wren. Tap your three pictures.',
  ]);
});
