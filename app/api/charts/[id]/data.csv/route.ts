import { savedChartTable } from '@/server/exports/routes';

export const dynamic = 'force-dynamic';

export const GET = savedChartTable('csv');
