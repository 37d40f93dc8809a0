import { boardRow } from '@/server/boards/boards';
import { watchBoard, type Change } from '@/server/boards/watch';
import { eventStream } from '@/server/events';
import { handled } from '@/server/handled';

export const dynamic = 'force-dynamic';

/** Tells what the board is made of by now, and then which of its tiles are new. */
export const GET = handled(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const { id } = await boardRow((await params).id);
  const early: Change[] = [];
  let tell = (change: Change): void => void early.push(change);
  const { stop, now } = await watchBoard(id, (change) => tell(change));
  return eventStream(request.signal, (send) => {
    tell = (change) => {
      if (change.is === 'changed') send('changed', { tiles: change.tiles });
      else if (change.is === 'board') send('board', {});
      else send('looked', { asOf: change.asOf });
    };
    send('begun', now);
    early.forEach(tell);
    return stop;
  });
});
