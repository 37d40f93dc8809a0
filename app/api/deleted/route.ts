import { deletedThings } from '@/server/desk/deleted';
import { handled } from '@/server/handled';

export const dynamic = 'force-dynamic';

export const GET = handled(async () => Response.json({ deleted: await deletedThings() }));
