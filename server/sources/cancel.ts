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

/** Tells a server to give up what a connection is at, by a connection of its own, whatever the statement did to its limits. */
export function cancel(client: PoolClient): void {
  const { host, port, processID, secretKey } = client as Connected;
  if (processID === null || secretKey === null) return;
  const message = Buffer.alloc(16);
  message.writeInt32BE(message.length, 0);
  message.writeInt32BE(CANCEL, 4);
  message.writeInt32BE(processID, 8);
  message.writeInt32BE(secretKey, 12);
  const socket = net.connect({ host, port }, () => socket.end(message));
  socket.setTimeout(5_000, () => socket.destroy());
  socket.on('error', () => undefined);
}
