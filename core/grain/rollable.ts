import { SUMMARY_KINDS } from '../inference';
import type { Measure } from './grain-query';

/** What rolls up beside the parts of summaries: counts, and the first of the first rows. */
const OTHERS: ReadonlySet<Measure['want']> = new Set(['rows', 'first-row', 'count', 'some', 'unread']);
const PARTS = new Set<Measure['want']>(
  Object.values(SUMMARY_KINDS).flatMap(({ roll, part }) => (part && roll !== 'none' ? [part] : [])),
);

/** Whether a measure of coarser groups follows from that of finer ones. */
export const isRollable = ({ want }: Measure): boolean => OTHERS.has(want) || PARTS.has(want);
