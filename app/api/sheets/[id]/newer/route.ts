import { InvalidInput } from '@/core/spec';
import { handled } from '@/server/handled';
import { stageNewer } from '@/server/sheets/newer';

export const dynamic = 'force-dynamic';

/** Reads a newer file beside a sheet and says what it would change; it is taken by a second call. */
export const POST = handled(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const mode = new URL(request.url).searchParams.get('mode') ?? 'replace';
  if (mode !== 'replace' && mode !== 'add')
    throw new InvalidInput([{ path: 'mode', message: 'must be replace or add' }]);
  return Response.json(await stageNewer(request, (await params).id, mode), { status: 201 });
});
