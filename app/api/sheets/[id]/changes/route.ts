import { watchSheet } from '@/server/boards/watch';
import { eventStream } from '@/server/events';
import { handled } from '@/server/handled';
import { sheetAnswer, sheetRow } from '@/server/sheets/sheets';

export const dynamic = 'force-dynamic';

/** Tells which version of a sheet there is by now, and then when it is another one: by a newer file, or another reading. */
export const GET = handled(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const { id } = await sheetRow((await params).id);
  let early = 0;
  let tell = (): void => void early++;
  const stop = await watchSheet(id, () => tell());
  const { version } = sheetAnswer(await sheetRow(id));
  return eventStream(request.signal, (send) => {
    tell = () => send('changed', {});
    send('begun', { version });
    if (early > 0) tell();
    return stop;
  });
});
