/**
 * The keys that a role promises (WAI-ARIA Authoring Practices), for all that has one. React Native for the web gives
 * Enter to everything, but Space only to buttons, and arrows to nothing.
 */

/** What Space presses. Buttons have it already. */
const BY_SPACE = '[role="radio"], [role="checkbox"], [role="switch"], [role="tab"]';

/** Things of which one is chosen: a single stop for Tab, arrows go from one to the next. */
const ROWS = [
  { row: '[role="radiogroup"]', thing: '[role="radio"]', chosen: 'aria-checked' },
  { row: '[role="tablist"]', thing: '[role="tab"]', chosen: 'aria-selected' },
] as const;

const STEPS: Record<string, 1 | -1 | 'first' | 'last'> = {
  ArrowRight: 1,
  ArrowDown: 1,
  ArrowLeft: -1,
  ArrowUp: -1,
  Home: 'first',
  End: 'last',
};

interface Row {
  things: HTMLElement[];
  /** The one that Tab comes to. */
  stop: HTMLElement;
}

const isUsable = (element: HTMLElement): boolean =>
  element.getAttribute('aria-disabled') !== 'true' && element.offsetParent !== null;

/** The row that an element belongs to; null for anything else. */
function rowOf(element: Element): Row | null {
  for (const { row, thing, chosen } of ROWS) {
    const around = element.matches(thing) ? element.closest(row) : null;
    if (!around) continue;
    const things = [...around.querySelectorAll<HTMLElement>(thing)].filter(isUsable);
    const stop = things.find((one) => one.getAttribute(chosen) === 'true') ?? things[0];
    return stop ? { things, stop } : null;
  }
  return null;
}

function stepFrom(row: Row, from: HTMLElement, step: (typeof STEPS)[string]): HTMLElement {
  const { things } = row;
  if (step === 'first') return things[0]!;
  if (step === 'last') return things.at(-1)!;
  return things[(things.indexOf(from) + step + things.length) % things.length]!;
}

/** While Tab does its work, only one thing of a row is there for it. */
function leaveRow({ things }: Row, from: HTMLElement): void {
  const others = things.filter((thing) => thing !== from);
  for (const thing of others) thing.tabIndex = -1;
  setTimeout(() => {
    for (const thing of others) thing.tabIndex = 0;
  });
}

function onKeyDown(event: KeyboardEvent): void {
  const { target } = event;
  if (!(target instanceof HTMLElement) || event.defaultPrevented || event.ctrlKey || event.altKey || event.metaKey)
    return;
  if (event.key === ' ' && target.matches(BY_SPACE)) {
    event.preventDefault();
    target.click();
    return;
  }
  // What can be moved in its row by keys says so, and has arrows of its own.
  const row = target.hasAttribute('aria-roledescription') ? null : rowOf(target);
  if (!row) return;
  if (event.key === 'Tab') return leaveRow(row, target);
  const step = STEPS[event.key];
  if (step === undefined) return;
  event.preventDefault();
  const next = stepFrom(row, target, step);
  next.focus();
  next.click();
}

/** Tab comes to what is chosen, wherever in its row that is. */
function onFocusIn({ target, relatedTarget }: FocusEvent): void {
  if (!(target instanceof HTMLElement) || !target.matches(':focus-visible')) return;
  const row = rowOf(target);
  if (!row || row.stop === target || row.things.includes(relatedTarget as HTMLElement)) return;
  row.stop.focus();
}

/** @returns what ends it */
export function keepRoleKeys(): () => void {
  document.addEventListener('keydown', onKeyDown);
  document.addEventListener('focusin', onFocusIn);
  return () => {
    document.removeEventListener('keydown', onKeyDown);
    document.removeEventListener('focusin', onFocusIn);
  };
}
