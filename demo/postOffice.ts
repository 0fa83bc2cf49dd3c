/**
 * The post office of the made-up school: takes the letters that Lippet sends, delivers none, and shows them on a page.
 * A program of its own, beside the server, as a real one is.
 */
import { serve } from '@hono/node-server';
import { Hono } from 'hono';
import { html } from 'hono/html';
import { LetterBox, type ReceivedLetter } from '@lippet/server/testing/letterBox';
import { SCHOOL } from './school';

const STYLE = `
  body { font: 18px/1.5 system-ui, sans-serif; max-width: 40rem; margin: 2rem auto; padding: 0 1rem; color: #1c2a33; }
  article { border: 2px solid #1c2a33; padding: 0 1rem; margin: 1rem 0; }
  pre { white-space: pre-wrap; overflow-wrap: anywhere; font: inherit; }`;

const letterBlock = ({ address, subject, words, at }: ReceivedLetter) =>
  html`<article>
    <h2>${subject}</h2>
    <p>To ${address}, ${new Date(at).toLocaleTimeString('en-GB')}</p>
    <pre>${words}</pre>
  </article>`;

const page = (letters: readonly ReceivedLetter[]) =>
  html`<!doctype html>
    <html lang="en">
      <head>
        <meta charset="utf-8" />
        <meta name="viewport" content="width=device-width" />
        <meta http-equiv="refresh" content="5" />
        <title>Post office of ${SCHOOL.name}</title>
        <style>
          ${STYLE}
        </style>
      </head>
      <body>
        <h1>Post office of ${SCHOOL.name}</h1>
        <p>
          Letters that Lippet has sent since this demo was started, the newest first. None of them leaves this machine.
        </p>
        ${letters.length > 0 ? letters.map(letterBlock) : html`<p>None so far.</p>`}
      </body>
    </html>`;

const box = new LetterBox();
await box.open(Number(process.env.LIPPET_POST_SMTP_PORT ?? 0));
const app = new Hono();
app.get('/', (c) => c.html(page(box.letters)));
const server = serve(
  { fetch: app.fetch, hostname: '127.0.0.1', port: Number(process.env.LIPPET_POST_PORT ?? 0) },
  ({ port }) => process.send?.({ listening: port }),
);
const stop = (): void => {
  server.close();
  void box.close().then(() => process.exit(0));
};
process.once('SIGTERM', stop);
process.once('SIGINT', stop);
// Whoever started us is gone.
process.once('disconnect', stop);
