/** How far one is with the words that are asked for. */
export function wordCountWords(count: number, least: number | null, most: number | null): string {
  const words = (n: number): string => `${n} ${n === 1 ? 'word' : 'words'}`;
  if (most !== null && count > most) return `${words(count)}, ${count - most} too many`;
  if (least !== null && count < least) return `${count} of at least ${words(least)}`;
  return most !== null ? `${count} of at most ${words(most)}` : words(count);
}
