'use client';

import { Radio } from 'antd';
import { setLook, type ChartLook, type ChartSpec } from '@/core/spec';
import { Card, Field } from '../cards/Card';
import { AXIS_LETTERS, TITLE_LETTERS } from '../chart/letters';
import { LettersFields } from './LettersFields';
import { useWork } from './store';

/** Where the title stands, and its letters. */
export function TitleCard({ spec }: { spec: ChartSpec }) {
  const edit = useWork((state) => state.edit);
  return (
    <Card name="Title">
      <Field label="Stands">
        <Radio.Group
          aria-label="Title stands"
          size="small"
          value={spec.look?.title ?? 'start'}
          onChange={(event) => edit((now) => setLook(now, { title: event.target.value as ChartLook['title'] }))}
          options={[
            { value: 'start', label: 'Left' },
            { value: 'middle', label: 'Middle' },
            { value: 'end', label: 'Right' },
          ]}
        />
      </Field>
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
