import type { Me } from '@lippet/core/contract/signIn';

/** The first screen of a person. */
export const homeOf = (me: Me): '/now' | '/to-review' => (me.role === 'learner' ? '/now' : '/to-review');
