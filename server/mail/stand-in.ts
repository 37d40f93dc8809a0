import type { AddressInfo } from 'node:net';
import { SMTPServer } from 'smtp-server';
import PostalMime from 'postal-mime';
import { database } from '../db/client';
import { outbox } from '../db/schema';
import { newId } from '../ids';
import { keptOnce } from '../outage';

/** A mail larger than this is refused, in bytes. */
const MOST_BYTES = 40 * 1024 * 1024;

interface Held {
  readonly server: SMTPServer;
  readonly port: number;
}
const held = globalThis as typeof globalThis & { upChartMail?: ReturnType<typeof keptOnce<Held>> };
/** One for the process; one that could not begin is begun anew by the next mail. */
const running = () => (held.upChartMail ??= keptOnce(begin));

/**
 * The mail server that ships with the application: on loopback, for senders of this machine alone. It sends nothing on; what
 * it takes in is the outbox. A message that comes twice (its Message-ID, RFC 5322, 3.6.4) stands there once.
 */
export const standIn = (): Promise<Held> => running().get();

function begin(): Promise<Held> {
  return new Promise<Held>((resolve, reject) => {
    const server = new SMTPServer({
      authOptional: true,
      disabledCommands: ['AUTH', 'STARTTLS'],
      size: MOST_BYTES,
      disableReverseLookup: true,
      logger: false,
      onData: (stream, session, done) => {
        const pieces: Buffer[] = [];
        stream.on('data', (piece: Buffer) => pieces.push(piece));
        stream.on('error', done);
        stream.on('end', () => {
          if (stream.sizeExceeded) return done(new Error('The message is too large'));
          const { mailFrom, rcptTo } = session.envelope;
          takeIn(
            Buffer.concat(pieces),
            mailFrom ? mailFrom.address : '',
            rcptTo.map(({ address }) => address),
          ).then(
            () => done(),
            (error: Error) => done(error),
          );
        });
      },
    });
    server.on('error', (error: Error) => console.error('The mail stand-in:', error.message));
    server.listen(0, '127.0.0.1', () => {
      server.server.unref();
      resolve({ server, port: (server.server.address() as AddressInfo).port });
    });
    server.server.once('error', reject);
  });
}

async function takeIn(content: Buffer, from: string, to: string[]): Promise<void> {
  const { subject = '', messageId } = await PostalMime.parse(content);
  await database()
    .insert(outbox)
    .values({ id: newId(), messageId: messageId ?? `<${newId()}@no-id>`, from, to, subject, content })
    .onConflictDoNothing();
}

/** Ends the stand-in: tests end with it. */
export async function endStandIn(): Promise<void> {
  const { server } = await standIn();
  running().forget();
  await new Promise<void>((resolve) => server.close(() => resolve()));
}
