import { InvalidInput } from '@/core/spec';
import { handled } from '@/server/handled';
import { rowsOf } from '@/server/sheets/sheets';

export const dynamic = 'force-dynamic';
const MOST_ROWS = 1_000;

export const GET = handled(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const query = new URL(request.url).searchParams;
  return Response.json(
    await rowsOf(
      (await params).id,
      wholeNumber(query, 'offset', 0, Number.MAX_SAFE_INTEGER),
      wholeNumber(query, 'limit', 100, MOST_ROWS),
    ),
  );
});

function wholeNumber(query: URLSearchParams, name: string, otherwise: number, most: number): number {
  const text = query.get(name);
  if (text === null) return otherwise;
  const value = Number(text);
  if (!/^\d+$/.test(text) || value > most)
    throw new InvalidInput([{ path: name, message: `must be a whole number from 0 to ${most}` }]);
  return value;
}
