import { ConfigError, readConfig } from './config';
import { makeLogger } from './logging';
import { startServer } from './server';

try {
  const config = readConfig(process.env);
  const logger = makeLogger(config.logLevel);
  const server = await startServer(config, logger);
  logger.info({ port: server.port }, 'listening');
  // Whoever started us over a pipe is told once we answer.
  process.send?.({ listening: server.port });
  // The last line behind all that catches where it happens: what slipped through is written down, and the school goes on.
  process.on('unhandledRejection', (error) => logger.fatal({ err: error }, 'nobody caught this'));
  process.on('uncaughtException', (error) => logger.fatal({ err: error }, 'nobody caught this'));
  const stop = (): void => void server.close().then(() => process.exit(0));
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
  // Whoever started us was killed, and nobody would stop us any more.
  process.once('disconnect', stop);
} catch (error) {
  const { code, port } = error as NodeJS.ErrnoException & { port?: number };
  if (code === 'EADDRINUSE') {
    process.stderr.write(
      `Port ${port} is taken by another program. Stop it, or choose another: LIPPET_PORT=4790 ./lippet demo\n`,
    );
  } else if (error instanceof ConfigError) {
    process.stderr.write(`${error.message}\n`);
  } else {
    process.stderr.write(
      `Lippet could not start: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`,
    );
  }
  process.exit(1);
}
