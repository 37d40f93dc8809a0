'use client';

import { Checkbox } from 'antd';
import { setLook, setScale, type ChartSpec, type Grid } from '@/core/spec';
import { Card, SelectField } from '../../cards/Card';
import { useWork } from '../store';

const BY_ROOM = 0;

/** The lines behind the marks. */
export function GridCard({ spec }: { spec: ChartSpec }) {
  const edit = useWork((state) => state.edit);
  const look = spec.look ?? {};
  return (
    <Card name="Grid">
      <SelectField
        label="Lines"
        name="Grid lines"
        value={look.grid ?? 'amounts'}
        onChange={(grid: Grid) => edit((now) => setLook(now, { grid: grid === 'amounts' ? undefined : grid }))}
        options={[
          { value: 'amounts', label: 'At the amounts' },
          { value: 'places', label: 'At what runs across' },
          { value: 'both', label: 'At both' },
          { value: 'none', label: 'None' },
        ]}
      />
      <SelectField
        label="How many"
        name="How many grid lines"
        value={spec.scales.left.steps ?? BY_ROOM}
        onChange={(steps: number) =>
          edit((now) => setScale(now, 'left', { ...now.scales.left, steps: steps === BY_ROOM ? undefined : steps }))
        }
        options={[
          { value: BY_ROOM, label: 'By the room there is' },
          ...[2, 4, 6, 8, 10, 15].map((steps) => ({ value: steps, label: `About ${steps}` })),
        ]}
      />
      <div>
        <Checkbox
          checked={look.minor ?? false}
          onChange={(event) => edit((now) => setLook(now, { minor: event.target.checked || undefined }))}
        >
          Finer lines between them
        </Checkbox>
      </div>
      <div>
        <Checkbox
          checked={look.plumb ?? false}
          onChange={(event) => edit((now) => setLook(now, { plumb: event.target.checked || undefined }))}
        >
          Thin lines down from points
        </Checkbox>
      </div>
      <Checkbox
        checked={look.ticks ?? false}
        onChange={(event) => edit((now) => setLook(now, { ticks: event.target.checked || undefined }))}
      >
        Short strokes at the labels
      </Checkbox>
    </Card>
  );
}
