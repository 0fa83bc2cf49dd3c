import type { Sound } from './sound';

const HEADER = 44;
const BYTES = 2;

/** A WAV file (RIFF, PCM with 16 bits). What lies outside full scale is clipped to it. */
export function writeWav({ channels, rate }: Sound): Uint8Array<ArrayBuffer> {
  const [count, length] = [channels.length, channels[0]?.length ?? 0];
  const data = length * count * BYTES;
  const bytes = new Uint8Array(HEADER + data);
  const view = new DataView(bytes.buffer);
  const tag = (offset: number, word: string): void =>
    bytes.set(
      [...word].map((letter) => letter.charCodeAt(0)),
      offset,
    );
  tag(0, 'RIFF');
  view.setUint32(4, HEADER - 8 + data, true);
  tag(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, count, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, rate * count * BYTES, true);
  view.setUint16(32, count * BYTES, true);
  view.setUint16(34, BYTES * 8, true);
  tag(36, 'data');
  view.setUint32(40, data, true);
  for (let i = 0, offset = HEADER; i < length; i++) {
    for (const channel of channels) {
      view.setInt16(offset, Math.round(Math.max(-1, Math.min(1, channel[i]!)) * 0x7fff), true);
      offset += BYTES;
    }
  }
  return bytes;
}
