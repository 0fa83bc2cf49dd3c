import type { Person } from '../../models/tables';

/**
 * What people are called on lists, by id: their names, and behind a name that several of them have, what each signs in
 * with.
 */
export function toldApart(people: readonly Pick<Person, 'id' | 'name' | 'signInName'>[]): Map<string, string> {
  const sharing = new Map<string, number>();
  for (const { name } of people) sharing.set(name, (sharing.get(name) ?? 0) + 1);
  return new Map(
    people.map(({ id, name, signInName }) => [id, sharing.get(name)! > 1 ? `${name} (${signInName})` : name]),
  );
}
