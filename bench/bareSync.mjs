/** The floor of `sync-300`: documents shared by nothing but Hocuspocus, kept nowhere. Says on its pipe where it listens. */
import { Server } from '@hocuspocus/server';

const server = new Server({ address: '127.0.0.1', port: 0, quiet: true, stopOnSignals: false });
await server.listen();
process.send({ listening: server.address.port });
