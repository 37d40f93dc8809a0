import { handled } from '@/server/handled';
import { outboxMessages } from '@/server/mail/outbox';

export const dynamic = 'force-dynamic';

export const GET = handled(async () => Response.json({ messages: await outboxMessages() }));
