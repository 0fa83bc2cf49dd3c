/** Files that are small and ask for everything. */
import { gzipSync } from 'node:zlib';

const svg = (inside: string, attributes = 'width="1000" height="1000"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inside}</svg>`;

const blurs = Array.from(
  { length: 3 },
  (_, i) =>
    `<filter id="f${i}" x="-9" y="-9" width="20" height="20"><feGaussianBlur stdDeviation="900"/>` +
    `<feGaussianBlur stdDeviation="900"/><feGaussianBlur stdDeviation="900"/></filter>`,
).join('');

export const HOSTILE_SVGS: Record<string, Buffer> = {
  'dashes of nothing': Buffer.from(
    svg(
      '<path d="M0 0L900000000 900000000" stroke="red" stroke-width="9" ' +
        `stroke-dasharray="${'0.0001 '.repeat(900)}"/>`.repeat(3),
    ),
  ),
  'one dash a path': Buffer.from(
    svg('<path d="M0 0H1e9V1e9H0Z" fill="none" stroke="red" stroke-dasharray=".00001 .00001"/>'.repeat(40)),
  ),
  'chained blurs': Buffer.from(
    svg(
      `${blurs}<g filter="url(#f0)"><g filter="url(#f1)"><rect filter="url(#f2)" width="9000" height="9000"/></g></g>`,
    ),
  ),
  'a gigabyte, packed': gzipSync(Buffer.from(svg(`<!--${' '.repeat(60 * 1024 * 1024)}-->`))),
  'packed nonsense': Buffer.concat([Buffer.from([0x1f, 0x8b]), Buffer.alloc(2_000, 7)]),
  'texts that grow': Buffer.from(
    `<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "${'&a;'.repeat(10)}">` +
      `<!ENTITY c "${'&b;'.repeat(10)}"><!ENTITY d "${'&c;'.repeat(10)}">]>${svg(`<text>${'&d;'.repeat(90)}</text>`)}`,
  ),
  'somebody else’s file': Buffer.from(
    `<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]>${svg('<text y="40">&x;</text>')}`,
  ),
  'use of use of use': Buffer.from(
    svg(
      `<defs><g id="u0"><rect width="1" height="1"/></g>${Array.from(
        { length: 24 },
        (_, i) => `<g id="u${i + 1}"><use href="#u${i}"/><use href="#u${i}"/></g>`,
      ).join('')}</defs><use href="#u24"/>`,
    ),
  ),
  'patterns in patterns': Buffer.from(
    svg(
      Array.from(
        { length: 12 },
        (_, i) =>
          `<pattern id="p${i}" width="1" height="1" patternUnits="userSpaceOnUse"><rect width="9999" height="9999" ` +
          `fill="${i === 0 ? 'red' : `url(#p${i - 1})`}"/></pattern>`,
      ).join('') + '<rect width="9999" height="9999" fill="url(#p11)"/>',
    ),
  ),
  'as deep as it goes': Buffer.from(svg('<g>'.repeat(9_000) + '</g>'.repeat(9_000))),
  'a hundred thousand things': Buffer.from(svg('<rect width="1" height="1"/>'.repeat(100_000))),
  'as large as a country': Buffer.from(svg('<rect width="10" height="10"/>', 'width="1e9" height="1e9"')),
  'no size at all': Buffer.from(svg('<rect width="10" height="10"/>', 'width="0" height="-5" viewBox="0 0 0 0"')),
  'not closed': Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><g><rect'),
  'only a name': Buffer.from('<svg>'),
};

const PDF_HEAD = '%PDF-1.7\n';
export const HOSTILE_FILES: Record<string, Buffer> = {
  nothing: Buffer.alloc(0),
  'one byte': Buffer.from('%'),
  'a PDF without pages': Buffer.from(
    `${PDF_HEAD}1 0 obj<</Type/Catalog/Pages 2 0 R>>endobj 2 0 obj<</Type/Pages/Kids[]/Count 0>>endobj\n` +
      'trailer<</Root 1 0 R>>\n%%EOF',
  ),
  'a PDF that is its own page': Buffer.from(
    `${PDF_HEAD}1 0 obj<</Type/Catalog/Pages 1 0 R/Kids[1 0 R]/Count 9>>endobj\ntrailer<</Root 1 0 R>>\n%%EOF`,
  ),
  'a head and nothing': Buffer.from(PDF_HEAD),
  'a PNG that breaks off': Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex'),
  'a PNG of a billion pixels': Buffer.from('89504e470d0a1a0a0000000d494844520000ffff0000ffff0802000000a1b2c3d4', 'hex'),
  'a WebM that breaks off': Buffer.from('1a45dfa3a34286810142f7810142f2810442f381', 'hex'),
  'a WAV that lies of its length': Buffer.concat([
    Buffer.from('RIFF'),
    Buffer.from([255, 255, 255, 255]),
    Buffer.from('WAVEfmt '),
    Buffer.from([16, 0, 0, 0, 1, 0, 1, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 8, 0]),
    Buffer.from('data'),
    Buffer.from([255, 255, 255, 255]),
    Buffer.alloc(400, 128),
  ]),
  'a playlist that leads elsewhere': Buffer.from(
    '#EXTM3U\n#EXTINF:1,\nhttp://127.0.0.1:1/secret.ts\nfile:///etc/passwd\n',
  ),
  'a list of files': Buffer.from("ffconcat version 1.0\nfile '/etc/passwd'\n"),
  'a page of HTML': Buffer.from('<!doctype html><script>alert(1)</script>'),
  'a shell script': Buffer.from('#!/bin/sh\nreboot\n'),
};
