import type { Matrix } from '../math/matrix';
import { readFormFields, type Widget } from './formFields';

const UPRIGHT: Matrix = [1, 0, 0, -1, 0, 842];
const widget = (more: Partial<Widget>): Widget => ({
  subtype: 'Widget',
  fieldName: 'n',
  rect: [10, 700, 110, 724],
  ...more,
});

describe('the form fields of a page', () => {
  it('lie where they are seen, also on a turned page', () => {
    const [upright] = readFormFields([widget({ fieldType: 'Tx' })], UPRIGHT);
    expect(upright).toMatchObject({ left: 10, top: 118, width: 100, height: 24 });
    const [turned] = readFormFields([widget({ fieldType: 'Tx' })], [0, 1, 1, 0, 0, 0]);
    expect(turned).toMatchObject({ left: 700, top: 10, width: 24, height: 100 });
  });

  it.each<[string, Partial<Widget>, object]>([
    [
      'text',
      { fieldType: 'Tx', fieldValue: 'Nell', multiLine: true, maxLen: 12, alternativeText: 'Your name' },
      { kind: 'text', value: 'Nell', multiline: true, maxLength: 12, label: 'Your name' },
    ],
    [
      'a tick',
      { fieldType: 'Btn', checkBox: true, exportValue: 'Yes', fieldValue: 'Off' },
      { kind: 'tick', value: '', onValue: 'Yes', label: 'n' },
    ],
    [
      'a radio button',
      { fieldType: 'Btn', radioButton: true, buttonValue: 'ferry', fieldValue: 'ferry' },
      { kind: 'radio', value: 'ferry', onValue: 'ferry' },
    ],
    [
      'a choice',
      {
        fieldType: 'Ch',
        fieldValue: ['b'],
        options: [{ exportValue: 'a', displayValue: 'Quay' }, { displayValue: 'Mill' }],
      },
      {
        kind: 'choice',
        value: 'b',
        options: [
          { value: 'a', word: 'Quay' },
          { value: 'Mill', word: 'Mill' },
        ],
      },
    ],
    [
      'one that may not be changed',
      { fieldType: 'Tx', readOnly: true, maxLen: 0 },
      { readOnly: true, maxLength: null, value: '' },
    ],
  ])('say of %s what can be done with it', (_, more, expected) => {
    expect(readFormFields([widget(more)], UPRIGHT)).toMatchObject([expected]);
  });

  it('leave out what is none: links, buttons, signatures, what is hidden or has no name or place', () => {
    const others = [
      { subtype: 'Link', rect: [0, 0, 1, 1] },
      widget({ fieldType: 'Btn', pushButton: true }),
      widget({ fieldType: 'Sig' }),
      widget({ fieldType: 'Tx', hidden: true }),
      widget({ fieldType: 'Tx', fieldName: '' }),
      widget({ fieldType: 'Tx', rect: [1, 2] }),
      widget({ fieldType: 'Btn' }),
    ];
    expect(readFormFields(others, UPRIGHT)).toEqual([]);
  });
});
