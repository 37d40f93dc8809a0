import { counted, type CheckFinder } from './check';

/** Steps without rows, and what was done about them. */
export const gaps: CheckFinder = ({ spec, frame }) => {
  const { across } = spec;
  const { facts } = frame;
  const empty = facts.emptyPlaces - facts.rests.length;
  if (across.as !== 'time' || empty <= 0) return [];
  const what = `${counted(empty, across.step)} without rows ${empty === 1 ? 'is' : 'are'}`;
  if (facts.gaps === 'zero') return [{ id: 'gaps', level: 'note', message: `${what} counted as zero.`, change: { across: { ...across, gaps: 'open' } }, changeWords: 'Leave open' }];
  if (facts.gaps === 'open') return [{ id: 'gaps', level: 'note', message: `${what} left open.`, change: { across: { ...across, gaps: 'bridge' } }, changeWords: 'Bridge' }];
  return [{ id: 'joined', level: 'note', message: across.gaps ? `${what} bridged.` : `Most ${across.step}s hold no rows: the points are joined over ${empty.toLocaleString('en-GB')} of them.`, change: { across: { ...across, gaps: 'open' } }, changeWords: 'Leave open' }];
};
