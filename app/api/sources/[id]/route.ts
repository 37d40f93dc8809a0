import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { deleteSource } from '@/server/sources/forget';
import { parseSourceChange } from '@/server/sources/input';
import { changeSource } from '@/server/sources/sources';

export const dynamic = 'force-dynamic';

export const PATCH = handled(async (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  Response.json(await changeSource((await params).id, parseSourceChange(await jsonBody(request)))),
);

export const DELETE = handled(async (_: Request, { params }: { params: Promise<{ id: string }> }) => {
  await deleteSource((await params).id);
  return new Response(null, { status: 204 });
});
