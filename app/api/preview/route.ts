import { checkSpec, modelOf } from '@/server/charts/model';
import { parsePreviewRequest } from '@/server/charts/requests';
import { handled, jsonBody } from '@/server/problem';
import { readySheet } from '@/server/sheets/sheets';

export const dynamic = 'force-dynamic';

export const POST = handled(async (request: Request) => {
  const { spec, size } = parsePreviewRequest(await jsonBody(request));
  const sheet = await readySheet(spec.sheet);
  checkSpec(spec, sheet);
  return Response.json(await modelOf(spec, sheet, size));
});
