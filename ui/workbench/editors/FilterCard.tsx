'use client';

import { setFilter, type ChartSpec, type Sources } from '@/core/spec';
import type { Sheet } from '../../api';
import { Card } from '../../cards/Card';
import { FilterFields } from '../../filters/FilterFields';
import { startingTop } from '../../filters/Top';
import { useWork } from '../store';

interface Props {
  sheet: Sheet;
  spec: ChartSpec;
  sources: Sources;
  /** The filter that is changed; without it a new one is added. */
  at?: number;
  onDone: () => void;
}

/** Which rows are in the chart, by one column. */
export function FilterCard({ sheet, spec, sources, at, onDone }: Props) {
  const edit = useWork((state) => state.edit);
  return (
    <Card name="Only some rows">
      <FilterFields
        sheet={sheet}
        columns={sources.columns}
        before={at === undefined ? undefined : spec.filters[at]}
        start={startingColumn(spec, sources)}
        topOf={(column) => startingTop(column, spec)}
        onTake={(filter) => {
          edit((now) => setFilter(now, filter, at));
          onDone();
        }}
        onCancel={onDone}
      />
    </Card>
  );
}

/** The When that runs across, else a Group that the chart does not show yet. */
function startingColumn(spec: ChartSpec, { columns }: Sources): string {
  const across = columns.get(spec.across.column);
  if (across?.role === 'when') return across.key;
  const groups = [...columns.values()].filter(({ role }) => role === 'group');
  return groups.find(({ key }) => key !== spec.across.column && key !== spec.split?.column)?.key ?? spec.across.column;
}
