import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { parseSource } from '@/server/sources/input';
import { addSource, listSources } from '@/server/sources/sources';

export const dynamic = 'force-dynamic';

export const GET = handled(async () => Response.json({ sources: await listSources() }));

export const POST = handled(async (request: Request) => {
  const { address, name } = parseSource(await jsonBody(request));
  return Response.json(await addSource(address, name), { status: 201 });
});
