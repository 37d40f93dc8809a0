'use client';

import { App } from 'antd';
import { useMutation } from '@tanstack/react-query';
import { setCalendar, type ChartSpec } from '@/core/spec';
import { api } from '../api';
import { SelectField } from '../cards/Card';
import { useWork } from './store';

const MONTHS = Array.from({ length: 12 }, (_, i) =>
  new Intl.DateTimeFormat('en-GB', { month: 'long', timeZone: 'UTC' }).format(Date.UTC(2024, i, 1)),
);

/** On which day weeks begin and in which month the year: of this chart, and where its user wishes of all new ones. */
export function CalendarFields({ spec }: { spec: ChartSpec }) {
  const edit = useWork((state) => state.edit);
  const { message } = App.useApp();
  const { weekStart = 'monday', yearStart = 1 } = spec.calendar ?? {};
  const keep = useMutation({
    mutationFn: () => api.keepSettings({ calendar: spec.calendar ?? {} }),
    onSuccess: () => message.success('All new charts begin their weeks and years so.'),
    onError: (error) => message.error(error.message),
  });
  return (
    <>
      <SelectField
        label="Weeks begin"
        name="Weeks begin on"
        value={weekStart}
        onChange={(next: 'monday' | 'sunday') => edit((now) => setCalendar(now, { weekStart: next }))}
        options={[
          { value: 'monday', label: 'On Mondays' },
          { value: 'sunday', label: 'On Sundays' },
        ]}
      />
      <SelectField
        label="The year"
        name="The year begins in"
        value={yearStart}
        onChange={(next: number) => edit((now) => setCalendar(now, { yearStart: next }))}
        options={MONTHS.map((month, i) => ({ value: i + 1, label: i === 0 ? 'From January' : `From ${month}` }))}
      />
      <p>
        <button type="button" className="action" onClick={() => keep.mutate()} disabled={keep.isPending}>
          So for all new charts
        </button>
      </p>
    </>
  );
}
