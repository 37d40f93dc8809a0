import { specTable } from '@/server/exports/routes';

export const dynamic = 'force-dynamic';

export const POST = specTable('csv');
