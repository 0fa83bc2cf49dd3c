import { saveWords } from './SaveLine';
import type { SaveState } from './liveDocument';

const state = (change: Partial<SaveState>): SaveState => ({
  loaded: true,
  device: 'saved',
  school: 'saved',
  frozen: false,
  full: false,
  people: [],
  talked: 0,
  ...change,
});

describe('the line that says where the work is', () => {
  it.each([
    ['opening …', { loaded: false }],
    ['saving …', { device: 'saving' }],
    ['saved on this device, saved at school too', {}],
    ['saved on this device, on its way to school', { school: 'sending' }],
    ['saved on this device. School can’t be reached', { school: 'unreachable' }],
    ['saved on this device only: it was sent before this', { school: 'sending', frozen: true }],
    [
      'saved on this device only: this piece holds as much as it can. Send it, or take something out',
      { school: 'sending', full: true },
    ],
    ['saved at school', { device: 'failed' }],
    ['not saved yet: this device has no room. Keep this page open', { device: 'failed', school: 'sending' }],
  ] as const)('%s', (words, change) => {
    expect(saveWords(state(change))).toBe(words);
  });

  it('never says "at school" before school has it', () => {
    for (const device of ['saving', 'saved', 'failed'] as const) {
      for (const school of ['sending', 'unreachable'] as const) {
        expect(saveWords(state({ device, school }))).not.toMatch(/at school/);
      }
    }
  });
});
