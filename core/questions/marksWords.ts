/** Marks as people say them: with at most one digit behind the point. */
export const marksWords = (marks: number): string => String(Math.round(marks * 10) / 10);
