import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { parseCorrection } from '@/server/sheets/correction-input';
import { correctColumn, sheetAnswer } from '@/server/sheets/sheets';

export const dynamic = 'force-dynamic';

export const PATCH = handled(async (request: Request, { params }: { params: Promise<{ id: string; key: string }> }) => {
  const { id, key } = await params;
  return Response.json(sheetAnswer(await correctColumn(id, key, parseCorrection(await jsonBody(request)))));
});
