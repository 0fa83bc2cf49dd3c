/** What a file is, by what the device says of it. */
const KIND_WORDS: [start: string, word: string][] = [
  ['image/', 'Picture'],
  ['audio/', 'Recording'],
  ['video/', 'Film'],
  ['application/pdf', 'PDF'],
];
const wordOf = (type: string): string => KIND_WORDS.find(([start]) => type.startsWith(start))?.[1] ?? 'File';

const megabytes = (size: number): string => `${Math.max(0.1, size / 1024 / 1024).toFixed(1)} MB`;

/** "Picture, 1.2 MB". `size` in bytes. */
export const fileWords = ({ type, size }: { type: string; size: number }): string =>
  `${wordOf(type)}, ${megabytes(size)}`;
