import { tillFile } from '@/demo/files';
import type { SheetRow } from './sheets';
import { addSheet } from './taking-in';

/** Takes the made-up till receipts in, as a file that was dropped: something to try with on an empty desk. */
export function addDemoSheet(): Promise<{ sheet: SheetRow; ready: boolean }> {
  const { name, sheet, content } = tillFile();
  const form = new FormData();
  form.append('name', sheet);
  form.append('file', new Blob([content], { type: 'text/csv' }), name);
  return addSheet(new Request('http://127.0.0.1/api/sheets', { method: 'POST', body: form }));
}
