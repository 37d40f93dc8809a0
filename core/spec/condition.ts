import type { Summary } from '../inference';
import type { Amount, Filter } from './chart-spec';

/** A figure of a sheet that is above or below a number: under it a tile is shown, or a delivery sent. */
export interface Condition {
  readonly sheet: string;
  readonly amount: Amount;
  readonly summary: Summary;
  readonly filters?: readonly Filter[];
  readonly is: 'above' | 'below' | 'at-least' | 'at-most';
  readonly than: number;
}

/** Whether a figure meets a condition; where there is none it does not. */
export function meets(value: number | null, { is, than }: Pick<Condition, 'is' | 'than'>): boolean {
  if (value === null) return false;
  switch (is) {
    case 'above':
      return value > than;
    case 'below':
      return value < than;
    case 'at-least':
      return value >= than;
    case 'at-most':
      return value <= than;
  }
}

/** "below", "at most": what is said of a condition. */
export const CONDITION_WORDS: Readonly<Record<Condition['is'], string>> = {
  above: 'above',
  below: 'below',
  'at-least': 'at least',
  'at-most': 'at most',
};
