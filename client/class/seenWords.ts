import type { SeenBy } from '@lippet/core/contract/class';

/** Who sees the answers to a question of the day. */
export const SEEN_WORDS: Record<SeenBy, string> = { teacher: 'Only teachers', all: 'Everybody in the class' };
