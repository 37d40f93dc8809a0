import { handled } from '@/server/handled';
import { readMessage } from '@/server/mail/outbox';

export const dynamic = 'force-dynamic';

export const GET = handled(async (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  Response.json(await readMessage((await params).id)),
);
