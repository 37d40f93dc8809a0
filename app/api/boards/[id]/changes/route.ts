import { boardRow } from '@/server/boards/boards';
import { watchBoard } from '@/server/boards/watch';
import { eventStream } from '@/server/events';
import { handled } from '@/server/handled';

export const dynamic = 'force-dynamic';

export const GET = handled(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const { id } = await boardRow((await params).id);
  return eventStream(request.signal, (send) =>
    watchBoard(id, (change) => {
      if (change.is === 'changed') send('changed', { tiles: change.tiles });
      else if (change.is === 'board') send('board', {});
      else send('looked', { asOf: change.asOf });
    }),
  );
});
