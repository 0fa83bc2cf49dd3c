import type { Take } from '@lippet/core/recording/take';

/** A recording that is no learner's take, as players want it. */
export const takeOf = ({ sort, media, seconds, spans }: Pick<Take, 'sort' | 'media' | 'seconds' | 'spans'>): Take => ({
  id: media,
  sort,
  media,
  original: null,
  seconds,
  spans,
  title: '',
  cover: null,
  faults: [],
  chosen: 0,
  at: 0,
});
