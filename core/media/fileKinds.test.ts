import { beginsAsPdf, pictureKindOf, type PictureKind } from './fileKinds';

const bytes = (text: string): Uint8Array => Uint8Array.from(text, (letter) => letter.charCodeAt(0));

describe('a file is known by how it begins', () => {
  it.each<[PictureKind | null, string]>([
    ['png', '\x89PNG\r\n\x1a\n rest'],
    ['jpeg', '\xff\xd8\xff\xe0 rest'],
    ['gif', 'GIF89a rest'],
    ['webp', 'RIFF\x10\0\0\0WEBPVP8 '],
    ['heic', '\0\0\0\x18ftypheic\0\0\0\0'],
    ['svg', '<?xml version="1.0"?>\n<!-- drawn --><svg xmlns="x">'],
    ['svg', '\x1f\x8b\x08\0'],
    [null, 'BM\x36\0\0\0 a bitmap'],
    [null, 'RIFF\x10\0\0\0WAVEfmt '],
    [null, '\0\0\0\x18ftypisom\0\0\0\0'],
    [null, '<svgs>'],
    [null, ''],
  ])('as %s', (kind, head) => {
    expect(pictureKindOf(bytes(head))).toBe(kind);
  });

  it('as a PDF, also behind a little of something else', () => {
    expect(beginsAsPdf(bytes('%PDF-1.7'))).toBe(true);
    expect(beginsAsPdf(bytes(`${' '.repeat(1_000)}%PDF-1.7`))).toBe(true);
    expect(beginsAsPdf(bytes(`${' '.repeat(2_000)}%PDF-1.7`))).toBe(false);
    expect(beginsAsPdf(bytes('Dear Ms Reed'))).toBe(false);
  });
});
