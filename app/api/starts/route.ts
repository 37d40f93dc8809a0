import { sheetBook } from '@/server/charts/book';
import { parseStartsRequest } from '@/server/charts/requests';
import { startsOf } from '@/server/charts/starts';
import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { settingsNow } from '@/server/settings';

export const dynamic = 'force-dynamic';

export const POST = handled(async (request: Request) => {
  const { sheet, size, locale } = parseStartsRequest(await jsonBody(request));
  const { calendar } = await settingsNow();
  return Response.json({ starts: await startsOf(await sheetBook(sheet), size, { locale, calendar }) });
});
