import { placeWords } from '../spec';
import type { CheckFinder } from './check';

/** Points left out in the open: each is named, and comes back by one change. */
export const setAside: CheckFinder = ({ spec, model, frame }) => {
  const wishes = spec.setAside ?? [];
  const found = new Set(frame.facts.setAside ?? []);
  const names = new Map(model.series.map(({ id, name }) => [id, name]));
  return wishes.flatMap((point, i) => {
    const { series } = point;
    const place = placeWords(spec, point);
    const what = series === undefined || names.size < 2 ? place : `${names.get(series) ?? series} at ${place}`;
    return [
      {
        id: 'set-aside' as const,
        level: 'note' as const,
        message: found.has(i)
          ? `${what} is set aside.`
          : point.step !== undefined && spec.across.as === 'time' && point.step !== spec.across.step
            ? `${what} is set aside by ${point.step}; by ${spec.across.step} it counts in.`
            : `${what} is set aside, but is not in the chart now.`,
        edit: { do: 'bringBack' as const, with: [point] as const },
        changeWords: 'Bring it back',
      },
    ];
  });
};
