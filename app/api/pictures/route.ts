import { picturesOf } from '@/server/charts/pictures';
import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';

export const dynamic = 'force-dynamic';

/** The small pictures of saved charts that come into sight together. */
export const POST = handled(async (request: Request) =>
  Response.json({ pictures: await picturesOf(await jsonBody(request), request.signal) }),
);
