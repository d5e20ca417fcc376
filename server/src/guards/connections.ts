import type { IncomingMessage, Server, ServerResponse } from 'node:http';
import type { Socket } from 'node:net';

/** Open connections at once: a browser holds six. */
export const MOST_CONNECTIONS = 1_000;

/**
 * Makes room when there are too many connections: the one that has been idle for the longest is closed, so that idle ones
 * never keep a new one out. One with a request under way is never closed; where all have one, the new one is.
 */
export function limitConnections(server: Server, most: number = MOST_CONNECTIONS): void {
  /** Idle ones in the order in which they became so. */
  const idle = new Set<Socket>();
  let open = 0;
  server.on('connection', (socket: Socket) => {
    open += 1;
    idle.add(socket);
    socket.once('close', () => {
      open -= 1;
      idle.delete(socket);
    });
    if (open <= most) return;
    const [longest] = idle;
    // A reset frees it at once: its other end may never answer.
    (longest ?? socket).resetAndDestroy();
  });
  server.on('request', ({ socket }: IncomingMessage, response: ServerResponse) => {
    idle.delete(socket);
    response.once('close', () => {
      if (!socket.destroyed) idle.add(socket);
    });
  });
}
