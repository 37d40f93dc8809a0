import { handled } from '@/server/handled';
import { takeWorkspaceIn } from '@/server/workspace/take-in';

export const dynamic = 'force-dynamic';

export const POST = handled(async (request: Request) => Response.json(await takeWorkspaceIn(request), { status: 201 }));
