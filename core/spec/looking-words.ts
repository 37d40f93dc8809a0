import { stepsInWords, type Step } from '../calendar';
import type { Trend } from './looking';

/** A trend inside the sentence: "its season carried on 6 months", "a straight line through it". */
export function trendInSentence(trend: Trend, step?: Step): string {
  const { kind, ahead = 0, over = 3 } = trend;
  const what = {
    linear: 'a straight line',
    logarithmic: 'a levelling curve',
    exponential: 'a growth curve',
    power: 'a power curve',
    polynomial: 'a curve',
    smooth: 'a smooth line',
    'moving-average': `an average over ${step ? stepsInWords(over, step) : `${over} places`}`,
    seasonal: 'its season',
  }[kind];
  if (ahead > 0 && step) return `${what} carried on ${stepsInWords(ahead, step)}`;
  return kind === 'seasonal' ? 'its season laid over it' : kind === 'moving-average' ? what : `${what} through it`;
}
