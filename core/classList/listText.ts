/** The decoder of the web, as far as it is used here; browsers and Node have it, core's types do not. */
interface Decoders {
  TextDecoder: new (
    label: string,
    options?: { fatal: boolean },
  ) => {
    decode(bytes: Uint8Array): string;
  };
}

/** The file holds something other than a list of names. */
export class ListTextError extends Error {
  override name = 'ListTextError';
}

/** What spreadsheets put in front of a text, by the way in which it is written. */
const BYTE_ORDER_MARKS = [
  { bytes: [0xef, 0xbb, 0xbf], label: 'utf-8' },
  { bytes: [0xff, 0xfe], label: 'utf-16le' },
  { bytes: [0xfe, 0xff], label: 'utf-16be' },
] as const;

/** Characters that no text has: those below a space, other than tab and line ends, and the five unused of 1252. */
const NO_TEXT = /[\u0000-\u0008\u000e-\u001f\u007f-\u009f\ufffd]/;

function decodeAs(label: string, bytes: Uint8Array): string | null {
  const { TextDecoder } = globalThis as unknown as Decoders;
  try {
    return new TextDecoder(label, { fatal: true }).decode(bytes);
  } catch {
    // Thrown where the bytes are not written this way: the next way is tried.
    return null;
  }
}

/**
 * The text of a class list, however the program wrote it: UTF-8 or UTF-16 with its mark, UTF-8 without one, or what is
 * no UTF-8 as Windows-1252, in which spreadsheets of western Europe save CSV.
 *
 * @throws ListTextError if it is no text in any of these
 */
export function decodeListText(bytes: Uint8Array): string {
  const marked = BYTE_ORDER_MARKS.find((mark) => mark.bytes.every((byte, i) => bytes[i] === byte));
  const text = marked ? decodeAs(marked.label, bytes) : (decodeAs('utf-8', bytes) ?? decodeAs('windows-1252', bytes));
  if (text === null || NO_TEXT.test(text))
    throw new ListTextError('The letters of that file can’t be read. Save it as CSV in UTF-8 and choose it again.');
  return text;
}
