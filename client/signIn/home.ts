import type { Me } from '@lippet/core/contract/signIn';

/** The first screen of a person. */
export const homeOf = ({ role }: Me): '/now' | '/home' | '/to-review' => {
  if (role === 'learner') return '/now';
  return role === 'family' ? '/home' : '/to-review';
};
