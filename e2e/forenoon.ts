/** The demo's day is a school day: at whatever hour the journeys run, its lessons have begun and midnight is far. */
export const FORENOON = 10;

/** The zone, of those that are whole hours from Greenwich, where the clock's hour is `hour` now. */
export function zoneWhereItIs(hour: number, now: Date): string {
  const ahead = hour - now.getUTCHours();
  const east = ahead < -12 ? ahead + 24 : ahead;
  // By POSIX custom these names count west of Greenwich as positive.
  return `Etc/GMT${east > 0 ? '-' : '+'}${Math.abs(east)}`;
}
