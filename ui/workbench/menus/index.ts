import {
  bringBack,
  removeFilter,
  removeTrend,
  setStyle,
  type ChartSpec,
  type SentencePart,
  type Sources,
} from '@/core/spec';
import { acrossChoices, keepChoices, stepChoices, withinChoices, orderGroups, partialChoices } from './across';
import type { ChoiceGroup } from './choice';
import { amountChoices, shapeChoices, sideChoices, stackChoices, summaryChoices, thenChoices } from './layer';
import { panelChoices, splitChoices } from './split';

export type { Choice, ChoiceGroup, Editor } from './choice';
export { stepsOf } from './across';
export { shapeChoices, sideChoices, summaryChoices, thenChoices, stackChoices } from './layer';
export { addable } from './split';
export { compareChoices } from './compare';

/** What a part of the sentence can be changed to. */
export function choicesFor(
  part: SentencePart,
  spec: ChartSpec,
  sources: Sources,
  picks: readonly string[],
): ChoiceGroup[] {
  const layer = spec.layers.find((one) => one.id === part.layer);
  switch (part.control) {
    case 'summary':
      return layer ? [{ choices: summaryChoices(layer, sources) }] : [];
    case 'amount':
      return layer ? amountChoices(layer, spec, sources, picks) : [];
    case 'shape':
      return layer ? [{ choices: shapeChoices(layer, spec, sources) }, ...stackChoices(layer, spec)] : [];
    case 'side':
      return layer ? [{ choices: sideChoices(layer) }] : [];
    case 'step':
    case 'cycle':
      return stepChoices(spec, sources);
    case 'across':
      return acrossChoices(spec, sources, picks);
    case 'split':
      return splitChoices(spec, sources, picks);
    case 'then':
      return layer ? [{ title: 'Shown as', choices: thenChoices(layer, spec, sources) }] : [];
    case 'order':
      return orderGroups(spec, sources);
    case 'partial':
      return spec.across.as === 'time' ? [{ choices: partialChoices(spec.across.step, spec.across.partial) }] : [];
    case 'keep':
      return keepChoices(spec);
    case 'within':
      return withinChoices(spec, part.at ?? 0);
    case 'panels':
      return panelChoices(spec);
    case 'filter':
      return [
        {
          choices: [
            { key: 'change', words: 'Change …', opens: { kind: 'filter', at: part.at } },
            { key: 'drop', words: 'Show all of them again', edit: (now) => removeFilter(now, part.at ?? 0) },
          ],
        },
      ];
    case 'trend': {
      const trend = spec.trends?.[part.at ?? 0];
      return trend
        ? [
            {
              choices: [
                { key: 'change', words: 'Change …', opens: { kind: 'trend', id: trend.id } },
                { key: 'drop', words: 'Take it away', edit: (now) => removeTrend(now, trend.id) },
              ],
            },
          ]
        : [];
    }
    case 'color':
      return layer
        ? [
            {
              choices: [
                { key: 'change', words: 'Change …', opens: { kind: 'colors', layer: layer.id } },
                {
                  key: 'drop',
                  words: 'One colour again',
                  edit: (now) => setStyle(now, layer.id, { colorBy: undefined }),
                },
              ],
            },
          ]
        : [];
    case 'aside':
      return [{ choices: [{ key: 'back', words: 'Bring it back', edit: (now) => bringBack(now, part.at ?? 0) }] }];
    default:
      return [];
  }
}
