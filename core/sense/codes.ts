import type { ColumnProfile } from '../inference';
import { figuresOf } from './figures';
import { numbersIn, type SheetSample } from './sample';
import { OUT_OF } from './evidence';
import { ideasOf, isPlural, wordsOf } from './words';

/** Things that have numbers of their own (common practice, no source). */
const THINGS =
  'id ids no nr code subject subj firm station serial key person patient respondent household plot herd employee customer ' +
  'user record observation donor supplier account card member driver boat vehicle van truck car machine device meter sensor tank table room seat cabin pitch locker ' +
  'pig cow chick animal bird dog litter brood nest tree plant batch lot claim booking order invoice ticket receipt job case parcel delivery ' +
  'professor prof teacher lecturer instructor doctor nurse judge rater interviewer census municipality commune arrondissement county canton province ' +
  'district ward region zone zip location site place centre center hospital clinic inst institution company store shop branch outlet warehouse ' +
  'cluster stratum strata issue chapter page ' +
  'nummer kunde kundin auftrag rechnung maschine gemeinde kreis kanton tier numero client commande facture commune cliente pedido factura municipio ordine fattura comune klant bestelling factuur gemeente';
/** Words of kinds, over numbers that are no amounts. */
const KINDS =
  'sex gender status treatment treat trt block dept department group grp class type kind category cat race arm marital religion occupation occ industry ' +
  'ind sector cohort quarter qtr season shift team line phase party house replicate rep period wave mode choice answer response outcome result diet soil cylinders gears ' +
  'geschlecht gruppe klasse typ art abteilung schicht sexe groupe classe categorie equipe sexo grupo clase tipo sesso gruppo categoria geslacht groep klasse afdeling soort ploeg';
const IS_THING = new Set(THINGS.split(' '));
const IS_KIND = new Set(KINDS.split(' '));
/** "statecode", "snum": a short word for a number at the end of another. */
const NUMBERED = /^\p{L}{1,}(code|num|nr)$/u;
const YEAR = new Set('year yr jahr annee ano anno jaar'.split(' '));
const DAY = new Set('day tag jour dia giorno dag'.split(' '));

const COUNTING = ['count', 'flow', 'minutes', 'total', 'quantity'] as const;
const MEASURED = ['score', 'measure', 'body', 'rate', 'average'] as const;
const FEW = 12;
/** Numbers that stand so often on average are few enough to group by. */
const OFTEN = 10;
/** As few rows prove nothing of how often numbers stand. */
const LEAST = 8;

export interface Code {
  readonly role: 'group' | 'key' | 'when';
  readonly reason: string;
}

const n = (value: number) => value.toLocaleString('en-GB');

/**
 * Whether whole numbers stand for kinds or things and are no amounts: by their header, by how often each stands, and by
 * how they run down the rows. `undefined` where they count or measure.
 */
export function codesOf(column: ColumnProfile, at: number, sample: SheetSample): Code | undefined {
  if (column.type !== 'integer' || column.role !== 'amount' || column.unit !== undefined || column.meaning)
    return undefined;
  const numbers = numbersIn(sample.columns[at]);
  const cells = numbers.filter((one) => one !== null);
  const { least, most, whole } = figuresOf(numbers);
  if (cells.length === 0 || !whole) return undefined;
  const often = new Map<number, number>();
  for (const cell of cells) often.set(cell, (often.get(cell) ?? 0) + 1);
  const distinct = often.size;
  if (distinct === 2 && least === 0 && most === 1)
    return { role: 'group', reason: 'Every cell is 1 or 0: two groups.' };
  const words = wordsOf(column.name.replace(/\(.*?\)/g, ' '));
  const last = words[words.length - 1] ?? '';
  const ideas = ideasOf(column.name);
  // "Years at the company", "Days in tank": a span, whatever stands behind it.
  if (
    ideas.has('each') ||
    ['minutes', 'duration'].some((idea) => ideasOf(words.slice(0, -1).join(' ')).has(idea as 'minutes'))
  )
    return undefined;
  const gapless = most - least + 1 === distinct;
  const repeated = distinct <= cells.length * 0.5;
  const kind = (): Code => ({
    role: 'group',
    reason: `${n(distinct)} different numbers under such a header stand for kinds, not amounts.`,
  });
  if (YEAR.has(last) && least >= 0 && most <= 99 && repeated)
    return { role: 'group', reason: 'Years without their century, to group by.' };
  if (DAY.has(last) && least >= 1 && most <= 31) return { role: 'group', reason: 'Days of the month, to group by.' };
  if (least >= 0 && (IS_KIND.has(last) || IS_THING.has(last) || NUMBERED.test(last))) {
    if (repeated && (distinct <= (IS_KIND.has(last) ? 40 : FEW) || cells.length >= distinct * OFTEN)) return kind();
    return { role: 'key', reason: 'The header says that each number names one thing.' };
  }
  const rising = cells.every((cell, i) => i === 0 || cell > cells[i - 1]);
  if (/^(number|num)$/.test(words.join(' ')) && distinct === cells.length && rising)
    return { role: 'key', reason: 'Each number stands once, in order: it names a row.' };
  const counts = COUNTING.some((idea) => ideas.has(idea)) || isPlural(column.name);
  if (counts || cells.length < LEAST || YEAR.has(last)) return undefined;
  const runs = cells.every((cell, i) => i === 0 || cell === cells[i - 1] || cell === cells[i - 1] + 1);
  if (gapless && distinct === cells.length && (runs || least <= 1) && (!ideas.has('score') || last === 'index'))
    return { role: 'key', reason: 'They count the rows: 1, 2, 3 and on.' };
  const measured = MEASURED.some((idea) => ideas.has(idea)) || OUT_OF.test(column.name);
  const sizes = [...often.values()];
  const even = !measured && Math.min(...sizes) >= Math.max(...sizes) * 0.5;
  if (gapless && least === 1 && distinct >= 2 && distinct <= FEW && cells.length >= 3 * distinct && even)
    return {
      role: 'group',
      reason: `The numbers 1 to ${most}, each about as often: they stand for kinds, not amounts.`,
    };
  if (
    gapless &&
    distinct > FEW &&
    cells.length >= 2 * distinct &&
    Math.min(...sizes) >= Math.max(...sizes) * 0.9 &&
    least >= 0 &&
    inRuns(cells, distinct)
  )
    return { role: 'key', reason: 'Each number stands in a run of rows of its own: it names a thing.' };
  return undefined;
}

/** Whether equal numbers stand together, so that each comes up in one run of rows. */
function inRuns(cells: readonly number[], distinct: number): boolean {
  return cells.filter((cell, i) => i === 0 || cell !== cells[i - 1]).length === distinct;
}
