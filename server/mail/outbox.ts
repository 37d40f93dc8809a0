import { OUTBOX_DAYS } from '@/core/deliveries';
import type { OutboxMessage, ReadMessage } from '@/core/api';
import { desc, eq, lt, sql } from 'drizzle-orm';
import PostalMime from 'postal-mime';
import { database } from '../db/client';
import { outbox } from '../db/schema';
import { notFound } from '../problem';

/** The list is not longer than this. */
const MOST = 500;

const listed = {
  id: outbox.id,
  at: outbox.at,
  from: outbox.from,
  to: outbox.to,
  subject: outbox.subject,
};

/** What the mail stand-in took in, newest first. */
export async function outboxMessages(): Promise<OutboxMessage[]> {
  const rows = await database().select(listed).from(outbox).orderBy(desc(outbox.at)).limit(MOST);
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }));
}

/** Takes away what was taken in so long ago that nobody reads it any more. Answers how many went. */
export async function purgeOutbox(): Promise<number> {
  const gone = await database()
    .delete(outbox)
    .where(lt(outbox.at, sql`now() - ${`${OUTBOX_DAYS} days`}::interval`))
    .returning({ id: outbox.id });
  return gone.length;
}

/** The message as it was handed over (RFC 5322). @throws Problem 404 */
export async function rawMessage(id: string): Promise<Buffer> {
  const [row] = await database().select({ content: outbox.content }).from(outbox).where(eq(outbox.id, id));
  if (!row) throw notFound('message');
  return row.content;
}

/** A message as its reader sees it: pictures that its text shows stand in it. @throws Problem 404 */
export async function readMessage(id: string): Promise<ReadMessage> {
  const [row] = await database().select().from(outbox).where(eq(outbox.id, id));
  if (!row) throw notFound('message');
  const { html = '', text = '', attachments } = await PostalMime.parse(row.content);
  const bytes = (content: string | ArrayBuffer | Uint8Array) =>
    typeof content === 'string' ? Buffer.from(content) : Buffer.from(content as ArrayBuffer);
  let shown = html;
  for (const { contentId, mimeType, content } of attachments) {
    const own = contentId?.replace(/^<|>$/g, '');
    if (own) shown = shown.replaceAll(`cid:${own}`, `data:${mimeType};base64,${bytes(content).toString('base64')}`);
  }
  return {
    id: row.id,
    at: row.at.toISOString(),
    from: row.from,
    to: row.to,
    subject: row.subject,
    html: shown,
    text,
    attachments: attachments
      .filter(({ disposition, related }) => disposition === 'attachment' || !related)
      .map(({ filename, mimeType, content }) => ({
        name: filename ?? 'attachment',
        type: mimeType,
        bytes: bytes(content).length,
      })),
  };
}
