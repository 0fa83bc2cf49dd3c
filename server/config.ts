import { join } from 'node:path';
import { clientReader } from './web/client';

/** Where letters are handed in to be delivered. */
export interface MailConfig {
  /** `smtp://` or `smtps://`, with a name and a password where it asks for them. */
  url: string;
  /** Whom letters come from. */
  from: string;
}

/** What the server is told from outside, read once. */
export interface Config {
  port: number;
  /** The address to listen on; loopback unless told otherwise. */
  host: string;
  databaseUrl: string;
  /** The folder of the web export, or null to serve the API alone. */
  webRoot: string | null;
  /** The folder that pictures and PDFs are kept in. */
  filesRoot: string;
  /** The packed worker that computes in threads; null where there is none. */
  computeWorker: string | null;
  /** The folder of the fonts that PDFs embed. */
  fontsRoot: string;
  /** Proxies of one’s own, by address or network: what they say of where a request comes from is believed. */
  trustedProxies: string[];
  /** Null where no letters go out: they can be read by whom they are for, once signed in. */
  mail: MailConfig | null;
  logLevel: string;
}

/** A setting is missing or makes no sense. */
export class ConfigError extends Error {
  override name = 'ConfigError';
}

/** @throws ConfigError */
function readMail({ LIPPET_MAIL_URL: url, LIPPET_MAIL_FROM: from }: NodeJS.ProcessEnv): MailConfig | null {
  if (!url) return null;
  if (!/^smtps?:\/\/[^/]+/.test(url))
    throw new ConfigError('LIPPET_MAIL_URL must be a mail server, such as smtp://127.0.0.1:25.');
  return { url, from: from || 'Lippet <lippet@localhost>' };
}

/** Reads the configuration from environment variables. @throws ConfigError */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const databaseUrl = env.LIPPET_DATABASE_URL;
  if (!databaseUrl) {
    throw new ConfigError('LIPPET_DATABASE_URL is not set. Start Lippet with ./lippet demo, which sets it.');
  }
  const port = Number(env.LIPPET_PORT ?? 4780);
  if (!Number.isInteger(port) || port < 0 || port > 65535) {
    throw new ConfigError(`LIPPET_PORT is "${env.LIPPET_PORT}"; it must be a port from 0 to 65535.`);
  }
  const trustedProxies = (env.LIPPET_TRUSTED_PROXIES ?? '').split(/[\s,]+/).filter(Boolean);
  try {
    clientReader(trustedProxies);
  } catch {
    throw new ConfigError(
      `LIPPET_TRUSTED_PROXIES is "${env.LIPPET_TRUSTED_PROXIES}"; it must be addresses or networks, such as ` +
        '10.0.0.0/8, with commas between.',
    );
  }
  return {
    port,
    host: env.LIPPET_HOST ?? '127.0.0.1',
    databaseUrl,
    webRoot: env.LIPPET_WEB_ROOT ?? null,
    computeWorker: env.LIPPET_COMPUTE_WORKER ?? null,
    fontsRoot: env.LIPPET_FONTS ?? join(process.cwd(), 'client', 'public', 'fonts'),
    filesRoot: env.LIPPET_FILES ?? join(process.cwd(), '.lippet', 'files'),
    trustedProxies,
    mail: readMail(env),
    logLevel: env.LIPPET_LOG_LEVEL ?? 'info',
  };
}
