import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { parseRelation } from '@/server/sources/input';
import { firstRows } from '@/server/sources/sources';

export const dynamic = 'force-dynamic';

/** The first rows of a table, a view or a SELECT. */
export const POST = handled(async (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  Response.json(await firstRows((await params).id, parseRelation(await jsonBody(request)).relation)),
);
