import { handled } from '@/server/handled';
import { workspaceResponse } from '@/server/workspace/write';

export const dynamic = 'force-dynamic';

export const GET = handled(async () => workspaceResponse());
