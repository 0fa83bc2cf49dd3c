/** Lines to a server below what a library would let one say. */
import { randomBytes } from 'node:crypto';
import { connect, type Socket } from 'node:net';

/** How long a line is listened to, in milliseconds, where the other side does not end it. */
const LISTEN = 400;

function received(socket: Socket): Promise<string> {
  return new Promise((resolve) => {
    let text = '';
    const done = (): void => {
      clearTimeout(timer);
      socket.destroy();
      resolve(text);
    };
    const timer = setTimeout(done, LISTEN);
    socket.on('data', (data) => (text += data.toString('latin1')));
    socket.once('close', done);
    socket.on('error', done);
  });
}

/** Writes bytes to a port as they are. @returns what was answered until the line ended, or a moment had passed */
export function sayRaw(port: number, bytes: string | Buffer): Promise<string> {
  const socket = connect(port, '127.0.0.1');
  socket.write(bytes);
  return received(socket);
}

/** Opens a WebSocket by hand and writes frames as they are. */
export async function sayFrames(
  port: number,
  { path, cookie }: { path: string; cookie: string },
  frames: readonly Buffer[],
): Promise<string> {
  const socket = connect(port, '127.0.0.1');
  const lines = [
    `GET ${path} HTTP/1.1`,
    `Host: 127.0.0.1:${port}`,
    `Origin: http://127.0.0.1:${port}`,
    'Upgrade: websocket',
    'Connection: Upgrade',
    'Sec-WebSocket-Version: 13',
    `Sec-WebSocket-Key: ${randomBytes(16).toString('base64')}`,
    `Cookie: ${cookie}`,
    '',
    '',
  ];
  socket.write(lines.join('\r\n'));
  await new Promise((resolve) => socket.once('data', resolve));
  for (const frame of frames) socket.write(frame);
  return received(socket);
}

/** A frame as a client should send it, but for what is wished otherwise (RFC 6455, 5.2). */
export function frame(
  payload: Buffer | string,
  {
    opcode = 2,
    first = 0x80,
    masked = true,
    length,
  }: { opcode?: number; first?: number; masked?: boolean; length?: bigint } = {},
): Buffer {
  const body = Buffer.from(payload);
  const size = length ?? BigInt(body.length);
  const head = Buffer.alloc(10);
  head[0] = first | opcode;
  head[1] = (masked ? 0x80 : 0) | 127;
  head.writeBigUInt64BE(size, 2);
  const mask = masked ? randomBytes(4) : Buffer.alloc(0);
  return Buffer.concat([head, mask, masked ? body.map((byte, i) => byte ^ mask[i % 4]!) : body]);
}
