/** The made-up school: its people and how they sign in. Nobody here exists. */
import type { KeyPicture } from '@lippet/core/contract/pictureKey';

export const SCHOOL = { name: 'Fennick Island School', zone: 'Europe/Dublin' };

export type GroupKey = 'sandpipers' | 'cormorants' | 'studio';

export interface DemoTeacher {
  name: string;
  signInName: string;
  password: string;
  badge: string;
}

export interface DemoLearner {
  name: string;
  badge: string;
  pictures?: readonly [KeyPicture, KeyPicture, KeyPicture];
  password?: string;
}

export interface DemoGroup {
  key: GroupKey;
  name: string;
  code: string;
  teacher: DemoTeacher;
  learners: DemoLearner[];
}

const BADGES = ['#C8472F', '#F0AE2E', '#2A6A8C', '#55721F', '#884C7E', '#C0D9DE', '#D9C8A0', '#E58B6B', '#9DB668'];
const badge = (i: number): string => BADGES[i % BADGES.length]!;

const withPictures = (rows: [string, KeyPicture, KeyPicture, KeyPicture][]): DemoLearner[] =>
  rows.map(([name, ...pictures], i) => ({ name, badge: badge(i), pictures }));
const withPasswords = (rows: [string, string][], from: number): DemoLearner[] =>
  rows.map(([name, password], i) => ({ name, badge: badge(i + from), password }));

export const GROUPS: DemoGroup[] = [
  {
    key: 'sandpipers',
    name: 'Sandpipers',
    code: 'SAND42',
    teacher: { name: 'Ms Farrow', signInName: 'ondine.farrow', password: 'saltmarsh-lantern', badge: '#2A6A8C' },
    learners: withPictures([
      ['Wren Abara', 'kite', 'bell', 'moon'],
      ['Milo Stannis', 'boot', 'drum', 'leaf'],
      ['Isla Okpara', 'key', 'kettle', 'kite'],
      ['Teodor Vance', 'ladder', 'moon', 'bell'],
      ['Bryony Tull', 'leaf', 'leaf', 'drum'],
      ['Saffi Lund', 'moon', 'boot', 'key'],
      ['Juno Pell', 'drum', 'kite', 'ladder'],
      ['Kit Marchetti', 'bell', 'key', 'boot'],
      ['Amos Reddy', 'kettle', 'ladder', 'leaf'],
    ]),
  },
  {
    key: 'cormorants',
    name: 'Cormorants',
    code: 'CORM17',
    teacher: { name: 'Mr Quell', signInName: 'tobias.quell', password: 'tideline-compass', badge: '#55721F' },
    learners: withPasswords(
      [
        ['Nell Garrick', 'puffin-9'],
        ['Oskar Vane', 'harbour-3'],
        ['Priya Sund', 'samphire-5'],
        ['Rafe Holm', 'limpet-8'],
        ['Tamsin Oke', 'ferry-6'],
      ],
      2,
    ),
  },
  {
    key: 'studio',
    name: 'Print Studio',
    code: 'PRINT8',
    teacher: { name: 'Ines Varga', signInName: 'ines.varga', password: 'brayer-and-baren', badge: '#884C7E' },
    learners: withPasswords(
      [
        ['Hugo Brandel', 'gouge-and-ink'],
        ['Lena Mirov', 'kitchen-table'],
        ['Desmond Arkle', 'slow-and-steady'],
      ],
      4,
    ),
  },
];
