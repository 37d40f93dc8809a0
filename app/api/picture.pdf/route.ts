import { specPicture } from '@/server/pictures/routes';

export const dynamic = 'force-dynamic';

export const POST = specPicture('pdf');
