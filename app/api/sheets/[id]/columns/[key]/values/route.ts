import { isStorable } from '@/core/reading';
import { InvalidInput } from '@/core/spec';
import { handled } from '@/server/handled';
import { columnValues } from '@/server/sheets/values';

export const dynamic = 'force-dynamic';
const LONGEST_SEARCH = 300;

export const GET = handled(async (request: Request, { params }: { params: Promise<{ id: string; key: string }> }) => {
  const { id, key } = await params;
  const search = new URL(request.url).searchParams.get('search') ?? '';
  if (!isStorable(search) || search.length > LONGEST_SEARCH)
    throw new InvalidInput([{ path: 'search', message: `must be a text of at most ${LONGEST_SEARCH} characters` }]);
  return Response.json(await columnValues(id, key, search));
});
