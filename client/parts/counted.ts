/** "1 page", "3 pages". */
export const counted = (count: number, thing: string): string => `${count} ${thing}${count === 1 ? '' : 's'}`;
