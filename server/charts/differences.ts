import { differences, type Differences } from '@/core/looking';
import { answered } from '@/core/shaping';
import { asker } from '../query/run';
import { openBook } from './book';
import { checkSpec } from './model';
import type { DifferencesRequest } from './requests';

/** Why two places of a chart differ. @throws InvalidInput, Problem */
export async function differencesOf(
  { spec, asked, today }: DifferencesRequest,
  signal?: AbortSignal,
): Promise<Differences> {
  const book = await openBook(spec, today);
  checkSpec(spec, book);
  return answered(differences(spec, book.sources, asked), asker(book.sheets, signal));
}
