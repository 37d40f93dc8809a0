import type { Answer, GrainQuery } from '../grain';
import type { ChartSpec, Sources } from '../spec';
import { Ask, Pending, queryKey, type Known } from './ask';
import type { Frame } from './frame';
import { shapeGroups } from './groups';
import { shapePanels } from './panels';
import { shapePoints } from './points';

/**
 * Grain and spec to the frame that is drawn. `answers` holds what was asked so far, by `queryKey`.
 * @throws Pending with the questions that still have to be asked.
 */
export function shape(spec: ChartSpec, sources: Sources, answers: Known): Frame {
  const ask = new Ask(answers);
  const frame = spec.panels
    ? shapePanels(spec, sources, ask)
    : spec.across.as === 'number'
      ? shapePoints(spec, sources, ask)
      : shapeGroups(spec, sources, ask).frame;
  return ask.names.list.length > 0 ? { ...frame, names: ask.names.list } : frame;
}

/** Asks and shapes until nothing is left to ask. @param known what was answered before, by `queryKey` */
export async function withAnswers<T>(
  ask: (query: GrainQuery) => Promise<Answer>,
  work: (answers: ReadonlyMap<string, Answer>) => T,
  known?: ReadonlyMap<string, Answer>,
): Promise<T> {
  const answers = new Map(known);
  for (;;) {
    try {
      return work(answers);
    } catch (error) {
      if (!(error instanceof Pending)) throw error;
      const found = await Promise.all(error.queries.map(ask));
      error.queries.forEach((query, i) => answers.set(queryKey(query), found[i]));
    }
  }
}
