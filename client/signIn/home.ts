import type { Href } from 'expo-router';
import type { Me } from '@lippet/core/contract/signIn';

/** The first screen of a person. */
export const homeOf = ({ role }: Me): '/now' | '/home' | '/to-review' => {
  if (role === 'learner') return '/now';
  return role === 'family' ? '/home' : '/to-review';
};

/** Addresses that teachers send to families. */
const SENT_TO_FAMILIES = /^\/wall\/[\w-]+(\?group=[\w-]+)?$/;

/**
 * Where somebody is led who has signed in: a family to the wall whose address they opened, all others to their first
 * screen. On a device that a class shares, nobody begins where another left.
 * @param wanted the address that was opened by somebody who was not signed in
 */
export const firstScreen = (me: Me, wanted: string | undefined): Href =>
  me.role === 'family' && wanted !== undefined && SENT_TO_FAMILIES.test(wanted) ? (wanted as Href) : homeOf(me);
