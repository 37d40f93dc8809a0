import type { ReadingChange } from '@/core/api';
import type { Encoding } from '@/core/reading';

import { receivedFile } from '../home';
import { delimitedRecords, type Progress, type RecordSource } from './records';
import type { Kind } from './unpack';

/** What of a sheet's row says how its received file is read. */
export interface Received {
  readonly file: string;
  readonly kind: Kind;
  readonly fileBytes: number;
  readonly encoding: string;
}

/** The records of the received file of a sheet. @throws ReadingRefusal where it holds no table. */
export async function openSource(sheet: Received, choices: ReadingChange, progress?: Progress): Promise<RecordSource> {
  const file = {
    path: await receivedFile(sheet.file),
    bytes: sheet.fileBytes,
    encoding: choices.encoding ?? (sheet.encoding as Encoding),
  };
  // The readers of the rarer kinds are loaded only when they are wanted.
  if (sheet.kind === 'xlsx' || sheet.kind === 'ods')
    return (await import('./workbook')).workbookRecords(file.path, sheet.kind, choices.worksheet, progress);
  if (sheet.kind === 'json') return (await import('./json-records')).jsonRecords(file, progress);
  return delimitedRecords(file);
}
