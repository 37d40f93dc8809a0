import { boardRow } from '@/server/boards/boards';
import { boardModels } from '@/server/boards/models';
import { parseModelsRequest } from '@/server/boards/requests';
import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';

export const dynamic = 'force-dynamic';

export const POST = handled(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  // Who wants nothing special sends nothing.
  const body = request.headers.get('content-type') === null ? {} : await jsonBody(request);
  const { board, width } = parseModelsRequest(body, await boardRow((await params).id));
  return Response.json(await boardModels(board, { width }, request.signal));
});
