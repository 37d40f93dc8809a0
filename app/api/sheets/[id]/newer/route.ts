import { InvalidInput } from '@/core/spec';
import { handled } from '@/server/handled';
import { stageNewer } from '@/server/sheets/newer';

export const dynamic = 'force-dynamic';

/** Reads a newer file beside a sheet and says what it would change; it is taken by a second call. */
export const POST = handled(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const query = new URL(request.url).searchParams;
  const mode = query.get('mode') ?? 'replace';
  if (mode !== 'replace' && mode !== 'add')
    throw new InvalidInput([{ path: 'mode', message: 'must be replace or add' }]);
  const [now, was] = [query.getAll('now'), query.getAll('was')];
  if (now.length !== was.length)
    throw new InvalidInput([{ path: 'now', message: 'each needs the name that the column was known by, as "was"' }]);
  const same = now.map((name, i) => ({ now: name, was: was[i] }));
  return Response.json(await stageNewer(request, (await params).id, mode, same), { status: 201 });
});
