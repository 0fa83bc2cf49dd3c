import { createTransport, type Transporter } from 'nodemailer';
import type { MailConfig } from '../../config';

/** How long a mail server may take to answer, in milliseconds. */
const PATIENCE = 10_000;

export interface Mail {
  /** The same again where a letter may have gone already: whoever receives it twice can tell. */
  id: string;
  address: string;
  subject: string;
  words: string;
}

/** Hands letters in at a mail server (SMTP, RFC 5321). */
export class Mailer {
  private readonly transport: Transporter | null;

  /** @param config null where no letters go out */
  constructor(private readonly config: MailConfig | null) {
    this.transport =
      config &&
      createTransport({
        url: config.url,
        connectionTimeout: PATIENCE,
        greetingTimeout: PATIENCE,
        socketTimeout: PATIENCE,
        // A letter is what we write, and nothing that an address or a word could point to.
        disableFileAccess: true,
        disableUrlAccess: true,
      });
  }

  /** Whether letters go out. */
  get isThere(): boolean {
    return this.transport !== null;
  }

  /** Resolves once the mail server has taken the letter. @throws where it has not */
  async send({ id, address, subject, words }: Mail): Promise<void> {
    if (!this.transport || !this.config) throw new Error('No letters go out from here.');
    await this.transport.sendMail({
      messageId: `<${id}@lippet>`,
      from: this.config.from,
      // As an object it is one address, whatever signs are in it.
      to: { name: '', address },
      subject,
      text: words,
    });
  }
}
