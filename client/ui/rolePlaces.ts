import type { Role } from '@lippet/core/contract/signIn';
import type { Place } from './Places';

const LEARNER_PLACES: readonly Place[] = [
  { path: '/now', word: 'Now', icon: 'now' },
  { path: '/plan', word: 'Plan', icon: 'tide' },
  { path: '/shelf', word: 'Shelf', icon: 'shelf' },
  { path: '/our-class', word: 'Class', icon: 'group' },
];
const TEACHER_PLACES: readonly Place[] = [
  { path: '/to-review', word: 'To review', icon: 'review' },
  { path: '/activities', word: 'Activities', icon: 'plan' },
  { path: '/class', word: 'Class', icon: 'group' },
  { path: '/marks', word: 'Marks', icon: 'table' },
];

/** The places that a person goes to and fro between. */
export const placesOf = (role: Role): readonly Place[] => {
  if (role === 'learner') return LEARNER_PLACES;
  // Those at home have one place.
  return role === 'family' ? [] : TEACHER_PLACES;
};
