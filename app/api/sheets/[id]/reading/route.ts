import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { parseReadingChoices } from '@/server/sheets/reading-input';
import { rereadSheet, sheetAnswer } from '@/server/sheets/sheets';

export const dynamic = 'force-dynamic';

export const PATCH = handled(async (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  Response.json(sheetAnswer(await rereadSheet((await params).id, parseReadingChoices(await jsonBody(request))))),
);
