import { handled } from '@/server/handled';
import { rawMessage } from '@/server/mail/outbox';

export const dynamic = 'force-dynamic';

export const GET = handled(async (_: Request, { params }: { params: Promise<{ id: string }> }) => {
  const content = await rawMessage((await params).id);
  return new Response(new Uint8Array(content), {
    headers: { 'content-type': 'message/rfc822', 'content-disposition': 'attachment; filename="message.eml"' },
  });
});
