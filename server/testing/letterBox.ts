import type { AddressInfo } from 'node:net';
import { buffer } from 'node:stream/consumers';
import PostalMime from 'postal-mime';
import { SMTPServer } from 'smtp-server';

/** So many letters are kept. */
const MOST = 200;

export interface ReceivedLetter {
  address: string;
  from: string;
  subject: string;
  words: string;
  at: number;
}

/**
 * A stand-in for the post: a mail server on loopback (SMTP, RFC 5321) that delivers nothing, and keeps what it was
 * handed.
 */
export class LetterBox {
  /** Newest first. */
  readonly letters: ReceivedLetter[] = [];
  private readonly server: SMTPServer;

  constructor() {
    this.server = new SMTPServer({
      disabledCommands: ['STARTTLS', 'AUTH'],
      logger: false,
      onData: (stream, session, taken) => {
        const address = session.envelope.rcptTo[0]?.address ?? '';
        buffer(stream)
          .then((bytes) => this.keep(address, bytes))
          .then(() => taken(), taken);
      },
    });
    // Whoever hangs up in the middle of a letter has sent none.
    this.server.on('error', () => undefined);
  }

  /** @param port 0 for a free one @returns the port it listens on */
  async open(port = 0): Promise<number> {
    await new Promise<void>((resolve, reject) => {
      this.server.server.once('error', reject);
      this.server.listen(port, '127.0.0.1', resolve);
    });
    return (this.server.server.address() as AddressInfo).port;
  }

  close(): Promise<void> {
    return new Promise((resolve) => this.server.close(resolve));
  }

  private async keep(address: string, bytes: Buffer): Promise<void> {
    const { from, subject = '', text = '' } = await PostalMime.parse(bytes);
    this.letters.unshift({ address, from: from?.address ?? '', subject, words: text.trimEnd(), at: Date.now() });
    this.letters.length = Math.min(this.letters.length, MOST);
  }
}
