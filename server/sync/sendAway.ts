import type { WebSocket, WebSocketServer } from 'ws';

/** "Service restart" (RFC 6455's registry of codes): the other side comes back by itself. */
const COME_BACK = 1012;
/** How long a line may take to be closed from both sides, in milliseconds. */
const PATIENCE = 200;

function gone(socket: WebSocket): Promise<void> {
  return new Promise((resolve) => {
    const timer = setTimeout(() => socket.terminate(), PATIENCE);
    socket.once('close', () => {
      clearTimeout(timer);
      resolve();
    });
    socket.close(COME_BACK, 'Back in a moment');
  });
}

/** Closes all lines, and tells those on them to come back. */
export async function sendAway(sockets: WebSocketServer): Promise<void> {
  sockets.close();
  await Promise.all([...sockets.clients].map(gone));
}
