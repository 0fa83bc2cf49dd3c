/** One device's line to a document, spoken without a provider: three hundred of those would measure themselves. */
import * as decoding from 'lib0/decoding';
import * as encoding from 'lib0/encoding';
import WebSocket from 'ws';

/** Message types of the sync protocol. */
const [SYNC, AUTH, SYNC_STATUS] = [0, 2, 8];
const [TOKEN, ALLOWED] = [0, 2];
/** A sync message that carries an update. */
const UPDATE = 2;

export class SyncLine {
  private readonly sentAt: number[] = [];
  /** Resolves with the code when it has ended, whoever ended it. */
  readonly ended: Promise<number>;
  /** Milliseconds from each update until the server said that it has it. */
  readonly acknowledged: number[] = [];
  /** Told of each update that somebody else has made. */
  onUpdate: ((update: Uint8Array) => void) | null = null;

  private constructor(
    private readonly socket: WebSocket,
    private readonly name: string,
  ) {
    this.ended = new Promise((resolve) => socket.on('close', resolve));
  }

  /** Opens a document. @param headers as a browser would send them */
  static open(url: string, name: string, headers: Record<string, string>): Promise<SyncLine> {
    return new Promise((resolve, reject) => {
      const socket = new WebSocket(url, { headers });
      const line = new SyncLine(socket, name);
      socket.on('error', reject);
      socket.on('close', (code) => reject(new Error(`The line was ended (${code}).`)));
      socket.on('open', () =>
        line.say(AUTH, (message) => {
          encoding.writeVarUint(message, TOKEN);
          encoding.writeVarString(message, '');
        }),
      );
      socket.on('message', (data: Buffer) => {
        if (line.hear(data) === 'allowed') resolve(line);
      });
    });
  }

  draw(update: Uint8Array): void {
    this.sentAt.push(performance.now());
    this.say(SYNC, (message) => {
      encoding.writeVarUint(message, UPDATE);
      encoding.writeVarUint8Array(message, update);
    });
  }

  /** Updates that nobody has said to have yet. */
  get waiting(): number {
    return this.sentAt.length;
  }

  close(): void {
    this.socket.close();
  }

  private say(type: number, write: (message: encoding.Encoder) => void): void {
    const message = encoding.createEncoder();
    encoding.writeVarString(message, this.name);
    encoding.writeVarUint(message, type);
    write(message);
    this.socket.send(encoding.toUint8Array(message));
  }

  private hear(data: Buffer): 'allowed' | null {
    const message = decoding.createDecoder(new Uint8Array(data));
    decoding.readVarString(message);
    const type = decoding.readVarUint(message);
    if (type === AUTH) return decoding.readVarUint(message) === ALLOWED ? 'allowed' : null;
    if (type === SYNC && decoding.readVarUint(message) === UPDATE) this.onUpdate?.(decoding.readVarUint8Array(message));
    if (type === SYNC_STATUS) this.hearStatus(decoding.readVarUint(message) === 1);
    return null;
  }

  private hearStatus(taken: boolean): void {
    // A document that takes nothing just now: whoever comes again is let write, once it does.
    if (!taken) return this.socket.close();
    // What the line was opened with is answered the same way, before anything is drawn.
    const first = this.sentAt.shift();
    if (first !== undefined) this.acknowledged.push(performance.now() - first);
  }
}
