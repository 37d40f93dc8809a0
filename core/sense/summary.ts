import type { Summary } from '../inference';
import { BASE, EVIDENCE, SPEAKING, type AmountFacts, type Evidence } from './evidence';

/** How the rows of an amount are summarised, and why. */
export interface Weighed {
  readonly summary: Summary;
  /** Sentences, the strongest first. */
  readonly reasons: readonly string[];
  /** The other summary, where it would do as well, with what speaks for it. */
  readonly other?: { readonly summary: Summary; readonly reason: string };
  /** A level: the last of each thing is taken, and these are added up. */
  readonly perThing?: boolean;
}

/** In a sheet with dates, more than a hint has to speak against the total. */
const GUARD = -3;
/** Sums this near to nought are no decision. */
const EITHER = 2;
const SHOWN = 3;
/** Fewer rows than these may rise by chance. */
export const LEAST_RISING = 12;

const AT_END =
  /\bat (the )?(\w+ )?end\b|\bend of (the )?\w+\b|\bclosing\b|\bon hand\b|\bzum (monats)?ende\b|\bfin de mois\b/i;

function speaking(facts: AmountFacts): Evidence[] {
  return EVIDENCE.filter((one) => one.holds(facts));
}

/**
 * The summary that what is known of an amount asks for. In order: what never falls over time is a running count, of which
 * the last is taken; so it is of a level in a series; then the points decide. In sheets with real dates the total stands
 * unless a word or a unit speaks of a rate, or the points against it are clear.
 */
export function weigh(facts: AmountFacts, rising: boolean): Weighed {
  const { table, ideas } = facts;
  const found = speaking(facts);
  const points = found.reduce((sum, one) => sum + one.points, BASE);
  const things = table.things.length > 0 || facts.levelOf !== undefined;
  if (rising && table.when !== undefined)
    return {
      summary: 'last',
      reasons: [`The last is taken: it never falls, like a meter${things ? ', for each by itself' : ''}.`],
      ...(things ? { perThing: true } : {}),
    };
  if (table.sequences.length > 0 && isLevel(facts, found))
    return {
      summary: 'last',
      reasons: [
        `The last is taken: it is what there is at a moment, and two moments do not add up.`,
        ...(things ? ['Over the things it is added up: the last of each.'] : []),
      ],
      ...(things ? { perThing: true } : {}),
    };
  if (ideas.has('running') && table.when === undefined && !found.some(({ id }) => SPEAKING.has(id)))
    return { summary: 'max', reasons: ['The largest is taken: the header says that it runs on.'] };
  const speaks = found.some(({ id }) => SPEAKING.has(id));
  const total = table.dated && !speaks ? points > GUARD : points > 0;
  return { summary: total ? 'sum' : 'mean', ...said(facts, found, total, points) };
}

function isLevel(facts: AmountFacts, found: readonly Evidence[]): boolean {
  const { ideas, table, name } = facts;
  if (found.some(({ id }) => ['each', 'rate-unit', 'average', 'rate'].includes(id))) return false;
  if (AT_END.test(name)) return true;
  return (
    ideas.has('level') &&
    (table.step !== undefined || facts.levelOf !== undefined) &&
    !ideas.has('flow') &&
    !ideas.has('income')
  );
}

function said(
  facts: AmountFacts,
  found: readonly Evidence[],
  total: boolean,
  points: number,
): Pick<Weighed, 'reasons' | 'other'> {
  const side = (up: boolean) =>
    found
      .filter((one) => (up ? one.points > 0 : one.points < 0))
      .sort((a, b) => Math.abs(b.points) - Math.abs(a.points))
      .map((one) => one.says(facts));
  const clauses = side(total).slice(0, SHOWN);
  const against = side(!total)[0];
  const lead = total ? 'Totalled' : 'Averaged';
  const first = clauses[0] ?? (total ? 'the rows are dated' : 'nothing says that it adds up');
  return {
    reasons: [`${lead}: ${first}.`, ...clauses.slice(1).map(sentence)],
    ...(Math.abs(points) <= EITHER && against
      ? { other: { summary: total ? 'mean' : 'sum', reason: `Either would do: ${against}.` } }
      : {}),
  };
}

const sentence = (clause: string) => `${clause[0].toUpperCase()}${clause.slice(1)}.`;
