import { PACKAGE_LIMITS } from './qtiPackage';
import { packed, PackError, unpacked } from './qtiZip';

const item = { path: 'items/question-1.xml', text: '<a>é</a>' };

it('comes back as it was, its XML alone', () => {
  expect(unpacked(packed([item, { path: 'picture.png', text: 'x' }]))).toEqual([item]);
});

it('leaves what is too much where it is', () => {
  const bomb = { path: 'items/bomb.xml', text: ' '.repeat(PACKAGE_LIMITS.bytes + 1) };
  expect(unpacked(packed([bomb, item]))).toEqual([]);
  expect(unpacked(packed([item, bomb]))).toEqual([item]);
});

it.each([
  ['nothing', new Uint8Array()],
  ['a ZIP that is cut off', packed([item]).slice(0, 60)],
  ['something else', new TextEncoder().encode('PK is how it begins, and then it is text.')],
])('says in words that %s can’t be unpacked', (_, bytes) => expect(() => unpacked(bytes)).toThrow(PackError));
