import { PIECE_STATES, STATE_WORDS } from '@lippet/core/piece/pieceState';
import { act, fireEvent, render, screen } from '@testing-library/react';
import { PaperProvider } from 'react-native-paper';
import { Badge } from './Badge';
import { Button } from './Button';
import { Field } from './Field';
import { LINES, LineIcon, type LineName } from './LineIcon';
import { Stamp } from './Stamp';
import { colours, theme } from './theme';
import { useOneAtATime } from './useOneAtATime';

const show = (element: React.ReactElement) => render(<PaperProvider theme={theme}>{element}</PaperProvider>);

/** How many numbers a command of a path takes, after the grammar of SVG 1.1, 8.3. */
const NUMBERS: Record<string, number> = { m: 2, l: 2, h: 1, v: 1, c: 6, s: 4, q: 4, t: 2, a: 7, z: 0 };

/** The places that a path goes to, its control points left out. @throws Error for what is no path */
function placesOf(path: string): [number, number][] {
  const tokens = path.match(/[a-z]|[+-]?(?:\d+\.?\d*|\.\d+)/gi) ?? [];
  const places: [number, number][] = [];
  let command = '';
  let [x, y] = [0, 0];
  while (tokens.length > 0) {
    if (/[a-z]/i.test(tokens[0]!)) command = tokens.shift()!;
    const kind = command.toLowerCase();
    const count = NUMBERS[kind];
    if (count === undefined) throw new Error(`${path} has no command at ${tokens.join(' ')}.`);
    if (count === 0) continue;
    const given = tokens.splice(0, count).map(Number);
    if (given.length < count || given.some(Number.isNaN)) throw new Error(`${path} breaks off.`);
    const [fromX, fromY] = command === kind ? [x, y] : [0, 0];
    if (kind === 'h') x = fromX + given[0]!;
    else if (kind === 'v') y = fromY + given[0]!;
    else [x, y] = [fromX + given.at(-2)!, fromY + given.at(-1)!];
    places.push([x, y]);
  }
  return places;
}

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

  it('send a field by Enter, once while that is under way, and keep whoever typed there', async () => {
    const sent: (() => void)[] = [];
    const work = jest.fn(() => new Promise<void>((resolve) => sent.push(resolve)));
    function Form() {
      const [, run] = useOneAtATime();
      return <Field label="Name" value="Reeds" onChangeText={() => undefined} onSubmitEditing={() => void run(work)} />;
    }
    show(<Form />);
    const field = screen.getByRole('textbox', { name: 'Name' });
    act(() => field.focus());
    const enter = () => fireEvent.keyDown(field, { key: 'Enter' });
    enter();
    enter();
    expect(work).toHaveBeenCalledTimes(1);
    await act(async () => sent[0]!());
    // A browser takes the focus away a moment after the key.
    await new Promise((resolve) => setTimeout(resolve, 10));
    expect(document.activeElement).toBe(field);
    enter();
    expect(work).toHaveBeenCalledTimes(2);
    await act(async () => sent[1]!());
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

  it('draw every icon of ours within its box of 24, and no two alike', () => {
    const drawn = (Object.keys(LINES) as LineName[]).map((name) => {
      const { container, unmount } = show(<LineIcon name={name} />);
      const box = container.querySelector('svg')!.getAttribute('viewBox')!.split(' ').map(Number);
      const path = container.querySelector('path')!.getAttribute('d')!;
      unmount();
      for (const [x, y] of placesOf(path)) {
        expect({ name, inside: x >= box[0]! && x <= box[2]! && y >= box[1]! && y <= box[3]! }).toEqual({
          name,
          inside: true,
        });
      }
      return path;
    });
    expect(new Set(drawn).size).toBe(drawn.length);
  });
});

/** Contrast ratio after WCAG 2. */
function contrast(a: string, b: string): number {
  const luminance = (hex: string): number => {
    const [r, g, bl] = [1, 3, 5].map((start) => {
      const value = parseInt(hex.slice(start, start + 2), 16) / 255;
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
