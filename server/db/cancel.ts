import net from 'node:net';
import type { PoolClient } from 'pg';

/** The code of a request to cancel (PostgreSQL's manual, "Message Formats", CancelRequest). */
const CANCEL = 80877102;

/** What the driver keeps of a connection that it made. */
type Connected = PoolClient & {
  readonly host: string;
  readonly port: number;
  readonly processID: number | null;
  readonly secretKey: number | null;
};

/** A server that does not answer a request to cancel within this time is not waited for, in ms. */
const PATIENCE_MS = 5_000;

/**
 * Tells a server to give up what a connection is at, by a connection of its own, whatever the statement did to its limits.
 * It is through when the server has passed the word on: until then the connection is not to be used again.
 */
export function cancel(client: PoolClient): Promise<void> {
  const { host, port, processID, secretKey } = client as Connected;
  if (processID === null || secretKey === null) return Promise.resolve();
  const message = Buffer.alloc(16);
  message.writeInt32BE(message.length, 0);
  message.writeInt32BE(CANCEL, 4);
  message.writeInt32BE(processID, 8);
  message.writeInt32BE(secretKey, 12);
  return new Promise((resolve) => {
    const socket = net.connect({ host, port }, () => socket.write(message));
    socket.setTimeout(PATIENCE_MS, () => socket.destroy());
    socket.on('error', () => undefined);
    // The server answers nothing, and closes.
    socket.on('close', () => resolve());
    socket.resume();
  });
}
