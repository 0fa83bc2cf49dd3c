import { PIECE_STATES, STATE_WORDS } from '@lippet/core/schedule/pieceState';
import { fireEvent, render, screen } from '@testing-library/react';
import { PaperProvider } from 'react-native-paper';
import { Badge } from './Badge';
import { Button } from './Button';
import { Field } from './Field';
import { LINES, LineIcon, type LineName } from './LineIcon';
import { Stamp } from './Stamp';
import { colours, theme } from './theme';

const show = (element: React.ReactElement) => render(<PaperProvider theme={theme}>{element}</PaperProvider>);

describe('shared parts', () => {
  it('say each state in a word beside its shape', () => {
    show(
      <>
        {PIECE_STATES.map((state) => (
          <Stamp key={state} state={state} />
        ))}
      </>,
    );
    for (const state of PIECE_STATES) expect(screen.getByRole('img', { name: STATE_WORDS[state] })).toBeTruthy();
  });

  it('press by mouse and by keyboard, and not while they are off', () => {
    const pressed = jest.fn();
    const { rerender } = show(<Button onPress={pressed}>Send</Button>);
    fireEvent.click(screen.getByRole('button', { name: 'Send' }));
    expect(pressed).toHaveBeenCalledTimes(1);
    rerender(
      <PaperProvider theme={theme}>
        <Button onPress={pressed} disabled>
          Send
        </Button>
      </PaperProvider>,
    );
    fireEvent.click(screen.getByRole('button', { name: 'Send' }));
    expect(pressed).toHaveBeenCalledTimes(1);
    expect(screen.getByRole('button', { name: 'Send' }).getAttribute('aria-disabled')).toBe('true');
  });

  it('name a field and say what is wrong with it', () => {
    const typed = jest.fn();
    show(<Field label="Group code" value="" onChangeText={typed} problem="No group has that code." />);
    fireEvent.change(screen.getByRole('textbox', { name: 'Group code' }), { target: { value: 'x' } });
    expect(typed).toHaveBeenCalledWith('x');
    expect(screen.getByRole('alert').textContent).toBe('No group has that code.');
  });

  it('write a badge’s letter so that it can be read on its colour', () => {
    const letterOn = (colour: string): string => {
      const { container, unmount } = show(<Badge name="Wren" colour={colour} />);
      const found = [...container.querySelectorAll<HTMLElement>('[dir="auto"]')].at(-1)!.style.color;
      unmount();
      return found;
    };
    expect(letterOn('#1C2A33')).toBe('rgb(255, 252, 244)');
    expect(letterOn('#F0AE2E')).toBe('rgb(28, 42, 51)');
  });

  it('draw every icon of ours as a path in its box of 24', () => {
    for (const name of Object.keys(LINES) as LineName[]) {
      const { container, unmount } = show(<LineIcon name={name} />);
      expect(container.querySelector('svg')!.getAttribute('viewBox')).toBe('0 0 24 24');
      expect(container.querySelector('path')!.getAttribute('d')).toBe(LINES[name]);
      unmount();
    }
  });
});

/** Contrast ratio after WCAG 2. */
function contrast(a: string, b: string): number {
  const luminance = (hex: string): number => {
    const [r, g, bl] = [1, 3, 5].map((at) => {
      const value = parseInt(hex.slice(at, at + 2), 16) / 255;
      return value <= 0.03928 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
    });
    return 0.2126 * r! + 0.7152 * g! + 0.0722 * bl!;
  };
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (light! + 0.05) / (dark! + 0.05);
}

describe('the tokens', () => {
  it.each([
    ['ink', 'paper'],
    ['ink', 'scrap'],
    ['ink', 'ochre'],
    ['ink', 'mist'],
    ['ink', 'blush'],
    ['soft', 'paper'],
    ['soft', 'scrap'],
    ['scrap', 'vermilion'],
    ['scrap', 'moss'],
    ['scrap', 'sea'],
    ['scrap', 'ink'],
    ['vermilion', 'paper'],
    ['ochre', 'ink'],
  ] as const)('%s can be read on %s', (text, ground) => {
    expect(contrast(colours[text], colours[ground])).toBeGreaterThanOrEqual(4.5);
  });

  it('leave nothing of the component library’s own colours', () => {
    const own = new Set<string>([...Object.values(colours), 'transparent', 'rgba(28, 42, 51, 0.6)']);
    const used = Object.values(theme.colors).flatMap((value) =>
      typeof value === 'string' ? [value] : Object.values(value),
    );
    expect(used.filter((value) => !own.has(value))).toEqual([]);
  });
});
