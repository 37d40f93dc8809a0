import type { Answer, GrainQuery } from '@/core/grain';
import { DEFAULT_SIZE, type ChartModel, type Room } from '@/core/layout';
import { queryKey, type Frame } from '@/core/shaping';
import { checkAgainstColumns, InvalidInput, type ChartSpec } from '@/core/spec';
import { asker } from '../query/run';
import { shapeBeside } from './beside';
import type { Book } from './book';
import { namedErrors } from './named-errors';
import { laidOut, shapeNow, type Shaped, type ShapingJob } from './shaping-job';

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

/** From so many groups of rows on a chart is shaped beside the server. */
export const LARGE = 20_000;

export const jobOf = (spec: ChartSpec, { sources, sheet }: Book): ShapingJob => ({
  spec,
  sources,
  rowCount: sheet.rowCount,
});

/** Asks and shapes; once the answers are large, beside the server. */
async function shaped(job: ShapingJob, book: Book, signal?: AbortSignal): Promise<Shaped> {
  const ask = book.ask ?? asker(book.sheets, signal);
  const known = new Map<string, Answer>();
  let groups = 0;
  const counted = async (query: GrainQuery) => {
    const answer = await ask(query);
    groups += 'size' in answer ? answer.size : answer.points.length;
    known.set(queryKey(query), answer);
    if (groups > LARGE) throw new Large();
    return answer;
  };
  try {
    return await shapeNow(job, counted);
  } catch (error) {
    if (!(error instanceof Large)) throw error;
    return shapeBeside(job, ask, known, signal);
  }
}

class Large extends Error {}

export async function frameOf(spec: ChartSpec, book: Book, signal?: AbortSignal): Promise<Frame> {
  const { frame } = await shaped(jobOf(spec, book), book, signal);
  if (!frame) throw new RangeError('a chart was shaped without a frame');
  return frame;
}

/** The walk from a checked spec to its drawing model. */
export async function modelOf(
  spec: ChartSpec,
  book: Book,
  size: Room = DEFAULT_SIZE,
  signal?: AbortSignal,
): Promise<ChartModel> {
  const { model } = await shaped({ ...jobOf(spec, book), size }, book, signal);
  if (!model) throw new RangeError('a chart was shaped without a model');
  return model;
}

export function modelOfFrame(spec: ChartSpec, book: Book, frame: Frame, size: Room): ChartModel {
  return laidOut(jobOf(spec, book), frame, size);
}
