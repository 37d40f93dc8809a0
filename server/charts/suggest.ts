import type { Suggestion } from '@/core/api';
import type { Room } from '@/core/layout';
import { draftOf, evidenceOf, fittedTo, propose, sortPicks, type Manners } from '@/core/recommend';
import { InvalidInput } from '@/core/spec';
import { Problem } from '../problem';
import type { Book } from './book';
import { frameOf, modelOfFrame } from './model';

/** The forms that suit the picked columns, best first, each drawn from the sheet's own rows. None for no picks that a chart can be made of. */
export async function suggest(
  book: Book,
  picks: readonly string[],
  size: Room,
  manners: Manners = {},
): Promise<Suggestion[]> {
  const { columns } = book.sources;
  const rowIs = book.sheet.row?.is;
  const draft = draftOf(book.sheet.id, columns, picks, { ...manners, rowIs });
  if (!draft) return [];
  const proposals = propose(evidenceOf(draft, await frameOf(draft, book), columns));
  const leftOut = sortPicks(columns, picks, rowIs).leftOut.map(({ why }) => ({
    id: 'left-out' as const,
    level: 'note' as const,
    message: why,
  }));
  const drawn = await Promise.allSettled(
    proposals.map(async ({ spec: proposed, score, reasons }) => {
      const frame = await frameOf(proposed, book);
      const spec = fittedTo(proposed, frame);
      const model = modelOfFrame(spec, book, frame, size);
      return {
        form: model.form,
        score,
        reasons: [...reasons],
        spec,
        model: { ...model, checks: [...model.checks, ...leftOut] },
      };
    }),
  );
  // A form that would come to more than a chart holds is none of those that suit; where none is left, it is said why.
  const found = drawn.flatMap((one) => (one.status === 'fulfilled' ? [one.value] : []));
  const failed = drawn.find((one) => one.status === 'rejected' && !(found.length > 0 && isTooMuch(one.reason)));
  if (failed?.status === 'rejected') throw failed.reason;
  return found;
}

export const isTooMuch = (error: unknown): boolean =>
  error instanceof InvalidInput || (error instanceof Problem && error.status === 422);
