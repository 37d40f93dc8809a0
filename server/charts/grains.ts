import type { Grains } from '@/core/api';
import { answered, shape } from '@/core/shaping';
import type { ChartSpec } from '@/core/spec';
import { asker } from '../query/run';
import type { Book } from './book';

/** More groups of rows than this are not sent to a browser: it asks for the finished chart instead. */
const MOST_GROUPS = 60_000;

class TooLarge extends Error {}

/** The grains that a chart is made from, so that a browser can shape and lay it out by itself. */
export async function grainsOf(spec: ChartSpec, book: Book, signal?: AbortSignal): Promise<Grains> {
  const ask = asker(book.sheets, signal);
  const asked: Grains['answers'] = [];
  let groups = 0;
  try {
    await answered(shape(spec, book.sources), async (query) => {
      const answer = await ask(query);
      groups += 'size' in answer ? answer.size : answer.points.length;
      if (groups > MOST_GROUPS) throw new TooLarge();
      asked.push({ query, answer });
      return answer;
    });
  } catch (error) {
    if (error instanceof TooLarge) return { answers: [], tooLarge: true };
    throw error;
  }
  return { answers: asked };
}
