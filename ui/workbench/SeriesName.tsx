import type { CSSProperties } from 'react';
import type { ModelSeries } from '@/core/layout';
import type { ChartSpec } from '@/core/spec';
import { InPlaceText } from './InPlaceText';
import { useWork } from './store';

/** A series' name, rewritten where it stands. */
export function SeriesName({
  series,
  spec,
  className,
  style,
}: {
  series: ModelSeries;
  spec: ChartSpec;
  className?: string;
  style?: CSSProperties;
}) {
  const edit = useWork((state) => state.edit);
  const rename = (text: string | undefined) =>
    edit((now) => {
      const names = { ...now.text.series };
      if (text === undefined || text === '') delete names[series.id];
      else names[series.id] = text;
      return { ...now, text: { ...now.text, series: names } };
    });
  return (
    <InPlaceText
      className={className}
      style={style}
      text={series.name}
      what={`Name of ${series.name}`}
      written={spec.text.series?.[series.id] !== undefined}
      onChange={rename}
    />
  );
}
