import { watchSheet } from '@/server/boards/watch';
import { eventStream } from '@/server/events';
import { handled } from '@/server/handled';
import { sheetRow } from '@/server/sheets/sheets';

export const dynamic = 'force-dynamic';

/** Tells when a sheet is another one: by a newer file, or another reading. */
export const GET = handled(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const { id } = await sheetRow((await params).id);
  return eventStream(request.signal, (send) => watchSheet(id, () => send('changed', {})));
});
