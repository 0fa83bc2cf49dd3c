import { completedAddress } from './webAddress';

it.each([
  ['fennick.example', 'https://fennick.example'],
  [' www.fennick.example/tides?day=3#now ', 'https://www.fennick.example/tides?day=3#now'],
  ['fennick.example:8080/a', 'https://fennick.example:8080/a'],
  ['tîd.example', 'https://tîd.example'],
  ['https://fennick.example', 'https://fennick.example'],
  ['http://fennick.example', 'http://fennick.example'],
  ['https://https://fennick.example', 'https://fennick.example'],
  ['https://http://fennick.example', 'http://fennick.example'],
  ['mailto:quay@fennick.example', 'mailto:quay@fennick.example'],
  ['https://', 'https://'],
  ['the quay', 'the quay'],
  ['quay', 'quay'],
  ['', ''],
])('takes %j for %j', (typed, meant) => {
  expect(completedAddress(typed)).toBe(meant);
});
