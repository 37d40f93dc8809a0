import { stepsInWords } from '@/core/calendar';
import { InputNumber, Select } from 'antd';
import { STEPS, WINDOWS, type Step } from '@/core/calendar';
import type { ColumnProfile } from '@/core/inference';
import { upperFirst, WINDOW_WORDS } from '@/core/spec';
import { Field } from '../cards/Card';
import type { Change, WindowFilter } from './kinds';

const LASTS: readonly { last: number; step: Step }[] = [
  { last: 7, step: 'day' },
  { last: 30, step: 'day' },
  { last: 13, step: 'week' },
  { last: 3, step: 'month' },
  { last: 12, step: 'month' },
  { last: 24, step: 'month' },
  { last: 3, step: 'year' },
];

/** A stretch of time that moves along with the data. */
export function WindowOf({
  column,
  draft,
  onChange,
}: {
  column: ColumnProfile;
  draft?: WindowFilter;
  onChange: Change;
}) {
  const now = draft?.window;
  const own = typeof now === 'object' && !LASTS.some(({ last, step }) => last === now.last && step === now.step);
  const value = now === undefined ? undefined : typeof now === 'string' ? now : own ? 'own' : `${now.last} ${now.step}`;
  const last = typeof now === 'object' ? now : { last: 12, step: 'month' as const };
  const set = (window: WindowFilter['window']) => onChange({ column: column.key, window });
  return (
    <>
      <Field label="Window">
        <Select
          size="small"
          aria-label="Window"
          value={value}
          placeholder="Choose one"
          onChange={(key: string) => {
            const fixed = WINDOWS.find((window) => window === key);
            const listed = LASTS.find(({ last: count, step }) => `${count} ${step}` === key);
            set(fixed ?? listed ?? { last: 6, step: last.step });
          }}
          options={[
            ...LASTS.map(({ last: count, step }) => ({
              value: `${count} ${step}`,
              label: `The last ${stepsInWords(count, step)}`,
            })),
            { value: 'own', label: 'The last …' },
            ...WINDOWS.map((window) => ({ value: window as string, label: upperFirst(WINDOW_WORDS[window]) })),
          ]}
        />
      </Field>
      {own && (
        <Field label="The last">
          <InputNumber
            size="small"
            aria-label="How many"
            min={1}
            value={last.last}
            onChange={(count) => count && set({ ...last, last: count })}
          />
          <Select
            size="small"
            aria-label="Steps"
            value={last.step}
            onChange={(step) => set({ ...last, step })}
            options={STEPS.map((step) => ({ value: step, label: `${step}s` }))}
          />
        </Field>
      )}
      <p className="second">Counted back from the newest {column.name} in the sheet, so that it moves with the data.</p>
    </>
  );
}
