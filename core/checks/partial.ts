import { stepLabel } from '../calendar';
import { counted, mannerOf } from '../spec';
import type { CheckFinder } from './check';

/** A first or last step that is not whole: its total looks like a fall. */
export const partial: CheckFinder = ({ spec, frame }) => {
  const { across } = spec;
  const { values } = frame.across;
  if (across.as !== 'time' || values.length === 0 || across.partial === 'leave-out') return [];
  const { first, last } = frame.facts.partials;
  const name = (at: number) => stepLabel(String(values[at]), across.step, mannerOf(spec)).replace(/^w/, 'W');
  const edit = { do: 'leaveOutPartSteps', with: [] } as const;
  return [
    ...(first
      ? [
          {
            id: 'partial-first' as const,
            level: 'note' as const,
            message: first.cut
              ? `${name(first.at)} is cut by the filter: ${counted(first.days, 'day')} of ${first.of} are shown.`
              : `${name(first.at)} is not whole: it begins ${counted(first.of - first.days, 'day')} late.`,
            edit,
            changeWords: 'Leave out',
          },
        ]
      : []),
    ...(last
      ? [
          {
            id: 'partial-last' as const,
            level: 'note' as const,
            message: last.cut
              ? `${name(last.at)} is cut by the filter: ${counted(last.days, 'day')} of ${last.of} are shown.`
              : `${name(last.at)} is not over: ${counted(last.days, 'day')} of ${last.of} so far.`,
            edit,
            changeWords: 'Leave out',
          },
        ]
      : []),
  ];
};
