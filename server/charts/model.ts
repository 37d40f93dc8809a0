import { withChecks } from '@/core/checks';
import { DEFAULT_SIZE, layout, type ChartModel, type Size } from '@/core/layout';
import { shape, withAnswers, type Frame } from '@/core/shaping';
import { checkAgainstColumns, InvalidInput, type ChartSpec } from '@/core/spec';
import { asker } from '../query/run';
import type { Book } from './book';
import { namedErrors } from './named-errors';

/** Checks a spec against its sheets. @throws InvalidInput */
export function checkSpec(spec: ChartSpec, { sources, sheets }: Book): void {
  try {
    checkAgainstColumns(spec, sources.columns, sources.others);
    if (spec.across.as === 'rows' && sheets.get(spec.sheet)?.live)
      throw new InvalidInput([
        {
          path: 'across.as',
          message: 'the rows of a table that stays in its database have no places of their own; group them by a column',
        },
      ]);
  } catch (error) {
    throw error instanceof InvalidInput ? namedErrors(error, (sheet) => sheets.get(sheet)?.former ?? []) : error;
  }
}

export async function frameOf(spec: ChartSpec, book: Book, signal?: AbortSignal): Promise<Frame> {
  return withAnswers(asker(book.sheets, signal), (answers) => shape(spec, book.sources, answers));
}

/** The walk from a checked spec to its drawing model. */
export async function modelOf(
  spec: ChartSpec,
  book: Book,
  size: Size = DEFAULT_SIZE,
  signal?: AbortSignal,
): Promise<ChartModel> {
  return drawnFrame(spec, book, await frameOf(spec, book, signal), size);
}

export function drawnFrame(spec: ChartSpec, { sheet, sources }: Book, frame: Frame, size: Size): ChartModel {
  return withChecks({ spec, sources, frame, rowCount: sheet.rowCount, model: layout(frame, spec, sources, size) });
}
