import { parseSuggestionsRequest } from '@/server/charts/requests';
import { suggest } from '@/server/charts/suggest';
import { handled, jsonBody } from '@/server/problem';
import { readySheet } from '@/server/sheets/sheets';

export const dynamic = 'force-dynamic';

export const POST = handled(async (request: Request) => {
  const { sheet: id, picks, size } = parseSuggestionsRequest(await jsonBody(request));
  const sheet = await readySheet(id);
  return Response.json({ suggestions: await suggest(sheet, picks(sheet.columns), size) });
});
