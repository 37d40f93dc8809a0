import { counted } from '../spec';
import type { Check } from '../layout';
import type { CheckContext, CheckFinder } from './check';

/** Steps without rows, and what was done about them: of the whole chart, and of single series. */
export const gaps: CheckFinder = (context) => [...wholeGaps(context), ...seriesGaps(context)];

function wholeGaps({ spec, frame }: CheckContext): Check[] {
  const { across } = spec;
  const { facts } = frame;
  const empty = facts.emptyPlaces - facts.rests.length;
  if (across.as !== 'time' || empty <= 0) return [];
  const what = `${counted(empty, across.step)} without rows ${empty === 1 ? 'is' : 'are'}`;
  if (facts.gaps === 'zero')
    return [
      {
        id: 'gaps',
        level: 'note',
        message: `${what} counted as zero.`,
        edit: { do: 'setGaps', with: ['open'] },
        changeWords: 'Leave open',
      },
    ];
  if (facts.gaps === 'open')
    return [
      {
        id: 'gaps',
        level: 'note',
        message: `${what} left open.`,
        edit: { do: 'setGaps', with: ['bridge'] },
        changeWords: 'Bridge',
      },
    ];
  return [
    {
      id: 'joined',
      level: 'note',
      message: across.gaps
        ? `${what} bridged.`
        : `Most ${across.step}s hold no rows: the points are joined over ${empty.toLocaleString('en-GB')} of them.`,
      edit: { do: 'setGaps', with: ['open'] },
      changeWords: 'Leave open',
    },
  ];
}

/** Places inside a line where other series have values and it has none. */
function seriesGaps({ spec, frame, model }: CheckContext): Check[] {
  const { across } = spec;
  if (across.as !== 'time' || !spec.split || frame.facts.gaps !== 'open') return [];
  const elsewhere = model.across.values.map((_, i) => model.series.some((series) => series.values[i] !== null));
  const broken = model.series.flatMap((series) => {
    if (series.shape !== 'line') return [];
    const first = series.values.findIndex((value) => value !== null);
    const last = series.values.findLastIndex((value) => value !== null);
    const open = series.values.filter((value, i) => value === null && i > first && i < last && elsewhere[i]).length;
    return open > 0 && first >= 0 ? [{ name: series.name, open }] : [];
  });
  if (broken.length === 0) return [];
  const [one] = broken;
  const message =
    broken.length === 1
      ? `${one.name} has no rows in ${counted(one.open, across.step)}: left open.`
      : `${broken.length} of the lines have gaps: left open.`;
  return [{ id: 'gaps', level: 'note', message, edit: { do: 'setGaps', with: ['bridge'] }, changeWords: 'Bridge' }];
}
