import type { APIRequestContext, APIResponse } from '@playwright/test';

/** Sends a file to the API as a form, as any client would. */
export function postFile(
  request: APIRequestContext,
  name: string,
  content: string | Buffer,
  fields: Record<string, string> = {},
): Promise<APIResponse> {
  return request.post('/api/sheets', {
    multipart: { ...fields, file: { name, mimeType: 'text/csv', buffer: Buffer.from(content) } },
    timeout: 120_000,
  });
}

export interface SheetBody {
  id: string;
  name: string;
  status: string;
  error?: string;
  rowCount: number;
  columns: {
    key: string;
    name: string;
    type: string;
    role: string;
    unit?: string;
    summary: string;
    format: Record<string, unknown>;
    unread: { count: number; samples: { row: number; text: string }[] };
  }[];
  reading: { notes: string[] };
}

/** Takes a file in and waits until it is read. */
export async function takeIn(request: APIRequestContext, name: string, content: string | Buffer): Promise<SheetBody> {
  const response = await postFile(request, name, content);
  const body = (await response.json()) as SheetBody;
  if (response.status() === 201) return body;
  if (response.status() !== 202) throw new Error(`${name}: ${response.status()} ${JSON.stringify(body)}`);
  for (;;) {
    const sheet = (await (await request.get(`/api/sheets/${body.id}`)).json()) as SheetBody;
    if (sheet.status !== 'reading') return sheet;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
}
