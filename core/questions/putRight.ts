/** A question whose key was wrong is put right: what is asked stays as it is. */
import { rawOf } from '../contract/readRaw';
import { namedIn, withNamed, type Named } from './named';
import { askedOf, readQuestion, type Question } from './question';
import { shuffleBy } from './shuffle';

/** Read anew, what is in it stands in one order, wherever it was kept. */
function seen(question: Question): string {
  const read = readQuestion(rawOf(question)) ?? question;
  return JSON.stringify(askedOf(read, shuffleBy(read.id)));
}

/**
 * Whether two questions ask the very same, so that what was answered to the one is answered to the other. Only what is
 * right may differ.
 */
export function asksTheSame(one: Question, other: Question): boolean {
  return one.id === other.id && one.kind === other.kind && seen(one) === seen(other);
}

function renamed(value: unknown, names: ReadonlyMap<string, string>): unknown {
  if (typeof value === 'string') return names.get(value) ?? value;
  if (Array.isArray(value)) return value.map((entry) => renamed(entry, names));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, entry]) => [key, renamed(entry, names)]));
}

/**
 * A question that was written anew, with the ids of the one that it was written from: options keep theirs by their words,
 * and what has none by its place.
 */
export function withIdsOf(written: Question, before: Question): Question {
  const [old, fresh] = [namedIn(before.settings), namedIn(written.settings)];
  const wordsOf = ({ words, title }: Named): string => (words ?? title ?? '').trim();
  const free = new Set(old);
  const names = new Map<string, string>();
  fresh.forEach((named, index) => {
    const alike = [...free].find((known) => wordsOf(known) === wordsOf(named) && wordsOf(named) !== '');
    const inPlace = wordsOf(named) === '' && old.length === fresh.length ? old[index] : undefined;
    const found = alike ?? (inPlace && free.has(inPlace) ? inPlace : undefined);
    if (!found) return;
    free.delete(found);
    names.set(named.id, found.id);
  });
  const byId = new Map(old.map((named) => [named.id, named]));
  const settings = withNamed(renamed(written.settings, names), (named) => {
    const { picture, sound } = byId.get(named.id) ?? {};
    return picture === undefined || sound === undefined ? named : { ...named, picture, sound };
  });
  const { id, picture, sound, working, look } = before;
  const steps = written.steps.map((step, index) => {
    const known = before.steps[index];
    return known ? withIdsOf(step, known) : step;
  });
  return { ...written, id, picture, sound, working, look, steps, settings } as Question;
}
