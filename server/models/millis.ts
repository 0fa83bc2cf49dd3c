/** A column's time in milliseconds since 1970 (UTC), as plans and views have it; null for none. */
export const millisOf = (date: Date | null): number | null => date && date.getTime();
