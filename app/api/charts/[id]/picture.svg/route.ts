import { savedChartPicture } from '@/server/pictures/routes';

export const dynamic = 'force-dynamic';

export const GET = savedChartPicture('svg');
