import { pastedQuestions } from '../paste/pastedQuestions';
import { asksTheSame, withIdsOf } from '../putRight';
import { readPackage, writePackage } from './qtiPackage';
import { readXml } from './xmlTree';

const newId = (): string => crypto.randomUUID();
const { questions } = pastedQuestions(
  'Which is a <knot> & "bend"?\n- plait\n- reef *\n\nHow far?\n= 3.5 km\n\nWho lives where?\ngull -> cliff\neel -> mud',
  { decimalMark: 'point', newId },
);

it('has a manifest that names every item, and its questions come back', () => {
  const { files } = writePackage(questions);
  const manifest = readXml(files.find(({ path }) => path === 'imsmanifest.xml')!.text);
  expect(JSON.stringify([...manifest.attributes])).toContain('qtiv3p0');
  const back = readPackage(files, newId);
  expect(back.questions.map(({ kind, words }) => [kind, words])).toEqual(
    questions.map(({ kind, words }) => [kind, words]),
  );
  const [choose] = back.questions;
  expect(asksTheSame(withIdsOf(choose!, questions[0]!), { ...questions[0]!, marks: choose!.marks })).toBe(true);
});

it('is read as far as it goes: what is no item is told by its path', () => {
  const { files } = writePackage(questions);
  const bad = [
    { path: 'items/broken.xml', text: '<qti-assessment-item' },
    { path: 'items/bomb.xml', text: '<!DOCTYPE x [<!ENTITY a "b">]><x>&a;</x>' },
    { path: '../../evil.xml', text: '<p>no item</p>' },
    { path: 'readme.txt', text: 'nothing' },
  ];
  const back = readPackage([...bad, ...files], newId);
  expect(back.questions).toHaveLength(questions.length);
  expect(back.unused.map(({ words }) => words)).toEqual(['items/broken.xml', 'items/bomb.xml', '../../evil.xml']);
});
