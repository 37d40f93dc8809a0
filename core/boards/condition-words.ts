import { LOCALE } from '../calendar';
import { writeValue } from '../layout';
import { conditionSpec, type AmountOver } from '../shaping';
import {
  column,
  CONDITION_WORDS,
  filterWords,
  layerUnit,
  layerWords,
  lowerFirst,
  type Condition,
  type Sources,
} from '../spec';

/** How the figure of a condition stands: "£3,210.00", "£0.00, since there are no such rows". */
export function standingWords({ value, rows }: AmountOver, condition: Condition, sources: Sources): string {
  const words = figureWords(value, condition, sources);
  return rows > 0 ? words : `${words}, since there are no such rows`;
}

/** A figure of a sheet in the words of its unit; "nothing" where there is none. */
function figureWords(value: number | null, condition: Condition, sources: Sources): string {
  if (value === null) return 'nothing';
  const [layer] = conditionSpec(condition, sources).layers;
  return writeValue(value, layerUnit(layer, sources), undefined, LOCALE);
}

/** What a condition says: "takings, where Sold on is in this week, is below £5,000.00". */
export function conditionWords(condition: Condition, sources: Sources): string {
  const [layer] = conditionSpec(condition, sources).layers;
  const where = (condition.filters ?? []).map((filter) => filterWords(filter, column(sources.columns, filter.column)));
  return `${lowerFirst(layerWords(layer, sources))}${where.length > 0 ? `, where ${where.join(' and ')},` : ''} is ${CONDITION_WORDS[condition.is]} ${figureWords(condition.than, condition, sources)}`;
}
