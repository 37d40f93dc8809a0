import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { keepSettings, parseSettings, settingsNow } from '@/server/settings';

export const dynamic = 'force-dynamic';

/** What holds for all new charts of the desk. */
export const GET = handled(async () => Response.json(await settingsNow()));

export const PUT = handled(async (request: Request) =>
  Response.json(await keepSettings(parseSettings(await jsonBody(request)))),
);
