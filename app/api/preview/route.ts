import { openBook } from '@/server/charts/book';
import { checkSpec, modelOf } from '@/server/charts/model';
import { parsePreviewRequest } from '@/server/charts/requests';
import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';

export const dynamic = 'force-dynamic';

export const POST = handled(async (request: Request) => {
  const { spec, size, today } = parsePreviewRequest(await jsonBody(request));
  const book = await openBook(spec, today);
  checkSpec(spec, book);
  return Response.json(await modelOf(spec, book, size, request.signal));
});
