'use client';

import { setLook, type ChartLook, type ChartSpec } from '@/core/spec';
import { Card, SelectField } from '../../cards/Card';
import { AXIS_LETTERS, TITLE_LETTERS } from '../../chart/letters';
import { LettersFields } from './LettersFields';
import { useWork } from '../store';

/** Where the title stands, and its letters. */
export function TitleCard({ spec }: { spec: ChartSpec }) {
  const edit = useWork((state) => state.edit);
  return (
    <Card name="Title">
      <SelectField
        label="Stands"
        name="Title stands"
        value={spec.look?.title ?? 'start'}
        onChange={(title: NonNullable<ChartLook['title']>) =>
          edit((now) => setLook(now, { title: title === 'start' ? undefined : title }))
        }
        options={[
          { value: 'start', label: 'On the left' },
          { value: 'middle', label: 'In the middle' },
          { value: 'end', label: 'On the right' },
        ]}
      />
      <LettersFields
        value={spec.look?.titleLetters}
        ours={TITLE_LETTERS}
        onChange={(titleLetters) => edit((now) => setLook(now, { titleLetters }))}
      />
    </Card>
  );
}

/** The letters of the words along the axes. */
export function AxisWordsCard({ spec }: { spec: ChartSpec }) {
  const edit = useWork((state) => state.edit);
  return (
    <Card name="Words of the axes">
      <LettersFields
        value={spec.look?.axisLetters}
        ours={AXIS_LETTERS}
        onChange={(axisLetters) => edit((now) => setLook(now, { axisLetters }))}
      />
    </Card>
  );
}
