/** How quickly wrong tries slow down. Times in milliseconds. */
export interface ThrottleRule {
  /** Wrong tries that cost nothing. */
  free: number;
  /** The wait after the first try beyond those; it doubles with each further one. */
  firstWait: number;
  longestWait: number;
  /** Only tries within this time count. */
  window: number;
}

const QUARTER_HOUR = 900_000;
const DAY = 24 * 3_600_000;
const WAITS = { firstWait: 5_000, longestWait: 300_000 };

/** For one person, or one typed name, on one device: a classmate elsewhere does not make them wait. */
export const PERSON_RULE: ThrottleRule = { free: 4, ...WAITS, window: DAY };
/** For one person on all devices together on which they have never signed in. */
export const STRANGERS_RULE: ThrottleRule = { free: 60, ...WAITS, window: DAY };
/** For one device, whoever is tried on it: a class may share it, but not try out each other’s keys. */
export const DEVICE_RULE: ThrottleRule = { free: 20, ...WAITS, window: QUARTER_HOUR };
/** For one address: a whole school may share it, so more is let pass. */
export const ADDRESS_RULE: ThrottleRule = { free: 100, ...WAITS, window: QUARTER_HOUR };

/** For letters to one address, whoever asks for them. */
export const LETTERS_RULE: ThrottleRule = { free: 10, firstWait: 60_000, longestWait: 3_600_000, window: DAY };

/** For the short codes by which another device becomes a camera, from one address. */
export const CAPTURE_RULE: ThrottleRule = { free: 20, ...WAITS, window: QUARTER_HOUR };

/**
 * How long to wait before the next try is looked at.
 *
 * @param failures wrong tries since the last right one, within the rule's window
 * @param lastFailure time of the newest of them
 * @returns milliseconds; 0 if one may try now
 */
export function waitBefore(failures: number, lastFailure: number, now: number, rule: ThrottleRule): number {
  const beyond = failures - rule.free;
  if (beyond <= 0) return 0;
  const wait = Math.min(rule.longestWait, rule.firstWait * 2 ** Math.min(beyond - 1, 20));
  return Math.max(0, lastFailure + wait - now);
}
