import type { ChartSpec, Layer } from './chart-spec';
import { BLANK } from './resolve';

/** Which series of a chart one is: its layer's, where split the one of a value, in small copies that of one copy. */
export interface SeriesId {
  readonly copy?: string;
  readonly layer: string;
  readonly split?: string;
}

/** What a series is split by, as its id has it: blanks as "(blank)". */
export function splitText(split: string | number | boolean | null): string {
  return split === null ? BLANK : String(split);
}

/** "l1", "l1:Yard", "Herbs|l1:Yard"; a bar in the name of a copy is written `\|`, so that it ends no copy's name. */
export function writeSeriesId({ copy, layer, split }: SeriesId): string {
  const own = split === undefined ? layer : `${layer}:${split}`;
  return copy === undefined ? own : `${copy.replace(/[\\|]/g, '\\$&')}|${own}`;
}

/**
 * The parts of a series id of a chart; `undefined` where it has no such layer. Only small copies of a Group have a copy's name before their ids.
 * Example: `readSeriesId('l1:Yard', { layers: [{ id: 'l1' }] })` is `{ layer: 'l1', split: 'Yard' }`.
 */
export function readSeriesId(
  text: string,
  { panels, layers }: Pick<ChartSpec, 'panels' | 'layers'>,
): SeriesId | undefined {
  const named = panels && !('by' in panels) ? /^((?:[^\\|]|\\.)*)\|/su.exec(text) : null;
  const inCopy = named && ownId(text.slice(named[0].length), layers);
  // A bar may also stand in the name of a group, where the id is that of all copies.
  return inCopy ? { copy: named[1].replace(/\\(.)/gsu, '$1'), ...inCopy } : ownId(text, layers);
}

/** Layer and split; of two layers, "a" and "a:b", the longer name is meant. */
function ownId(text: string, layers: readonly Pick<Layer, 'id'>[]): SeriesId | undefined {
  const layer = layers
    .map(({ id }) => id)
    .filter((id) => text === id || text.startsWith(`${id}:`))
    .sort((a, b) => b.length - a.length)
    .at(0);
  if (layer === undefined) return undefined;
  return { layer, ...(text === layer ? {} : { split: text.slice(layer.length + 1) }) };
}
