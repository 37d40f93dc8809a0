import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { sheetAnswer } from '@/server/sheets/sheets';
import { parseRelation } from '@/server/sources/input';
import { openRelation } from '@/server/sources/sources';

export const dynamic = 'force-dynamic';

/** Opens a table, a view or a SELECT as a sheet that stays where it is. */
export const POST = handled(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const { relation, name } = parseRelation(await jsonBody(request));
  const sheet = await openRelation((await params).id, relation, name);
  return Response.json(sheetAnswer(sheet), { status: 201, headers: { location: `/api/sheets/${sheet.id}` } });
});
