/** How many words a text has: runs of letters and digits, with what joins them within ("it’s", "half-way", "3.5"). */
export const countWords = (text: string): number => text.match(/[\p{L}\p{N}]+(?:['’.,-][\p{L}\p{N}]+)*/gu)?.length ?? 0;
