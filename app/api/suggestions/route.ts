import { sheetBook } from '@/server/charts/book';
import { parseSuggestionsRequest } from '@/server/charts/requests';
import { suggest } from '@/server/charts/suggest';
import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { settingsNow } from '@/server/settings';

export const dynamic = 'force-dynamic';

export const POST = handled(async (request: Request) => {
  const { sheet: id, picks, size, locale } = parseSuggestionsRequest(await jsonBody(request));
  const book = await sheetBook(id);
  const { calendar } = await settingsNow();
  return Response.json({ suggestions: await suggest(book, picks(book.sheet.columns), size, { locale, calendar }) });
});
