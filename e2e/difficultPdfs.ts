/**
 * PDFs as office scanners and layout programs write them: pictures packed as JPEG 2000 and as JBIG2, a mask of light
 * and dark.
 */
import { execFileSync } from 'node:child_process';
import { PDFDocument, PDFName } from 'pdf-lib';
import sharp from 'sharp';

/** Pixels of each picture, and the box on it. */
const SCAN = { width: 400, height: 560 };
const BOX = { left: 100, top: 140, width: 200, height: 140 };

/** The picture by ffmpeg's encoder of JPEG 2000. */
async function jpeg2000(): Promise<Buffer> {
  const box = await sharp({ create: { width: BOX.width, height: BOX.height, channels: 3, background: '#000000' } })
    .png()
    .toBuffer();
  const picture = await sharp({ create: { ...SCAN, channels: 3, background: '#FFFFFF' } })
    .composite([{ input: box, left: BOX.left, top: BOX.top }])
    .removeAlpha()
    .png()
    .toBuffer();
  return execFileSync(
    'ffmpeg',
    ['-v', 'error', '-i', '-', '-c:v', 'jpeg2000', '-pix_fmt', 'rgb24', '-f', 'image2pipe', '-'],
    { input: picture },
  );
}

const bigEndian = (...numbers: number[]): Buffer =>
  Buffer.concat(numbers.map((number) => Buffer.from(Uint32Array.of(number).buffer).swap32()));

/** A segment of JBIG2 (ITU-T T.88, 7.2): its number, its type, the page it belongs to, its data. */
const segment = (number: number, type: number, data: Buffer): Buffer =>
  Buffer.concat([bigEndian(number), Buffer.of(type, 0, 1), bigEndian(data.length), data]);

/**
 * The picture in one generic region of JBIG2, its rows in the codes of ITU-T T.6: each says how it differs from the row
 * above.
 */
function jbig2(): Buffer {
  const [same, pass, across] = ['1', '0001', '001'];
  const [white100, black200] = ['1101100010101', '000011001001000101'];
  const below = SCAN.height - BOX.top - BOX.height;
  const bits = [
    same.repeat(BOX.top),
    across,
    white100,
    black200,
    same,
    same.repeat(3 * (BOX.height - 1)),
    pass,
    same,
    same.repeat(below - 1),
    '000000000001'.repeat(2),
  ].join('');
  const rows = Buffer.from((bits.match(/.{1,8}/g) ?? []).map((byte) => parseInt(byte.padEnd(8, '0'), 2)));
  const page = Buffer.concat([bigEndian(SCAN.width, SCAN.height, 0, 0), Buffer.of(0, 0, 0)]);
  const region = Buffer.concat([bigEndian(SCAN.width, SCAN.height, 0, 0), Buffer.of(0, 1), rows]);
  return Buffer.concat([segment(0, 48, page), segment(1, 38, region)]);
}

/**
 * A page whose black square shows only where a mask is light, as shadows and fadings of layout programs do: its left
 * half.
 */
export async function maskedPdf(): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  const page = pdf.addPage([595, 842]);
  const { context } = pdf;
  const group = context.register(
    context.stream('1 g 100 300 200 300 re f 0 g 300 300 200 300 re f', {
      Type: 'XObject',
      Subtype: 'Form',
      BBox: [0, 0, 595, 842],
      Group: { S: 'Transparency', CS: 'DeviceGray' },
      Resources: {},
    }),
  );
  const state = context.register(
    context.obj({ Type: 'ExtGState', SMask: { Type: 'Mask', S: 'Luminosity', G: group } }),
  );
  page.node.normalizedEntries().ExtGState.set(PDFName.of('Mask'), state);
  page.node.addContentStream(context.register(context.stream('q /Mask gs 0 g 100 300 400 300 re f Q')));
  return pdf.save();
}

/**
 * Page 1 in JPEG 2000, page 2 in JBIG2; on both the box lies at a quarter to three quarters across, a quarter to a half
 * down.
 */
export async function scannedPdf(): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  const common = { Type: 'XObject', Subtype: 'Image', Width: SCAN.width, Height: SCAN.height, BitsPerComponent: 1 };
  for (const [bytes, more] of [
    [await jpeg2000(), { Filter: 'JPXDecode', ColorSpace: 'DeviceRGB', BitsPerComponent: 8 }],
    [jbig2(), { Filter: 'JBIG2Decode', ColorSpace: 'DeviceGray' }],
  ] as const) {
    const page = pdf.addPage([595, 842]);
    const image = pdf.context.register(pdf.context.stream(bytes, { ...common, ...more }));
    page.node.normalizedEntries().XObject.set(PDFName.of('Scan'), image);
    page.node.addContentStream(pdf.context.register(pdf.context.stream('q 595 0 0 842 0 0 cm /Scan Do Q')));
  }
  return pdf.save();
}
