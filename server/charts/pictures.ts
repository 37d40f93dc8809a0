import type { Picture } from '@/core/api';
import { ArrayMaxSize, IsArray, IsInt, Max, Min, Matches } from 'class-validator';
import { LRUCache } from 'lru-cache';
import type { ChartModel, Size } from '@/core/layout';
import { InvalidInput, validInput } from '@/core/spec';
import { nameOf } from '../pictures/kept';
import { bookVersion } from '../pictures/versions';
import { notFound, Problem } from '../problem';
import { openBook } from './book';
import { chartRows, type ChartRow } from './charts';
import { checkSpec, modelOf } from './model';

const MOST = 60;
/** Small pictures of charts that nothing changed of are kept; so many, the last asked for. */
const drawn = new LRUCache<string, ChartModel>({ max: 600 });

class PicturesInput {
  @IsArray() @ArrayMaxSize(MOST) @Matches(/^\w{1,64}$/, { each: true }) charts!: string[];
  @IsInt() @Min(120) @Max(2000) width!: number;
  @IsInt() @Min(80) @Max(2000) height!: number;
}

/** The drawings of some saved charts, a screenful at once; one that cannot be drawn keeps no other from being. @throws InvalidInput */
export async function picturesOf(body: unknown, signal?: AbortSignal): Promise<Picture[]> {
  const { charts, width, height } = validInput(PicturesInput, body, 'request');
  const saved = await chartRows(charts);
  return Promise.all(charts.map((id) => pictureOf(id, saved.get(id), { width, height }, signal)));
}

async function pictureOf(id: string, chart: ChartRow | undefined, size: Size, signal?: AbortSignal): Promise<Picture> {
  try {
    if (!chart) throw notFound('chart');
    const { spec } = chart;
    const book = await openBook(spec);
    checkSpec(spec, book);
    const name = nameOf(['small picture', spec, bookVersion(book), size.width, size.height]);
    const model = drawn.get(name) ?? (await modelOf(spec, book, size, signal));
    drawn.set(name, model);
    return { id, model };
  } catch (error) {
    if (error instanceof Problem) return { id, error: error.detail };
    if (error instanceof InvalidInput) return { id, error: error.errors.map(({ message }) => message).join('; ') };
    throw error;
  }
}
