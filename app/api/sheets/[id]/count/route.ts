import { handled } from '@/server/handled';
import { sheetAnswer, sheetRow } from '@/server/sheets/sheets';
import { countAnew } from '@/server/sources/sources';

export const dynamic = 'force-dynamic';

/** Counts the rows of a table that stays in its database anew. */
export const POST = handled(async (_: Request, { params }: { params: Promise<{ id: string }> }) => {
  const { id } = await params;
  await countAnew(await sheetRow(id));
  return Response.json(sheetAnswer(await sheetRow(id)));
});
