'use client';

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Select } from 'antd';
import {
  couldStandFor,
  withColumnInstead,
  withoutColumn,
  withoutLayers,
  withSheetInstead,
  type ChartSpec,
  type Gone,
  type Sources,
} from '@/core/spec';
import { api, type Sheet } from '../api';
import { dayWords } from '../desk/dates';
import styles from './GonePane.module.css';
import { useWork, useWorkStore } from './store';
import type { LostSheet } from './useSources';

interface Props {
  spec: ChartSpec;
  gone: readonly Gone[];
  lost: readonly LostSheet[];
  sheet: Sheet;
  sources: Sources;
}

/** How many columns are offered as buttons of their own. */
const OFFERED = 3;

/** What stands in the place of a chart whose sheets lack something that it names: what is gone, and the ways out. */
export function GonePane({ spec, gone, lost, sheet, sources }: Props) {
  const store = useWorkStore();
  const client = useQueryClient();
  const edit = useWork((state) => state.edit);
  const back = useMutation({
    mutationFn: () => api.takeReadingBack(sheet.id),
    onSuccess: (next) => client.setQueryData(['sheet', sheet.id], next),
  });
  const ofOwn = gone.some((one) => one.is === 'column' && one.sheet === sheet.id);
  return (
    <section className={styles.pane} aria-label="What this chart lacks" role="alert">
      <h1 className={styles.heading}>This chart cannot be drawn as it is</h1>
      <ul className={styles.list}>
        {gone.map((one) =>
          one.is === 'column' ? (
            <GoneColumn key={`${one.sheet} ${one.key}`} gone={one} spec={spec} sources={sources} sheet={sheet} />
          ) : (
            <GoneSheet key={one.sheet} gone={one} spec={spec} lost={lost.find(({ id }) => id === one.sheet)} />
          ),
        )}
      </ul>
      {back.error && <p className={styles.trouble}>{back.error.message}</p>}
      <div className={styles.ways}>
        {ofOwn && sheet.canTakeBack && (
          <Button onClick={() => back.mutate()} loading={back.isPending}>
            Take the change of the reading back
          </Button>
        )}
        {gone.length > 1 && <LeaveAll spec={spec} gone={gone} onLeave={(next) => edit(() => next)} />}
        <Button onClick={() => store.getState().set({ picks: [], spec: undefined, recommended: undefined })}>
          Begin a new chart
        </Button>
      </div>
    </section>
  );
}

/** The chart without all that is gone, where something is left of it. */
function LeaveAll({
  spec,
  gone,
  onLeave,
}: {
  spec: ChartSpec;
  gone: readonly Gone[];
  onLeave: (next: ChartSpec) => void;
}) {
  const rest = gone.reduce<ChartSpec | undefined>((now, one) => now && withoutGone(now, one), spec);
  return rest ? <Button onClick={() => onLeave(rest)}>Leave all of it out</Button> : null;
}

const withoutGone = (spec: ChartSpec, gone: Gone) =>
  gone.is === 'sheet' ? withoutLayers(spec, gone.layers) : withoutColumn(spec, gone.sheet, gone.key);

function GoneColumn({
  gone,
  spec,
  sources,
  sheet,
}: {
  gone: Extract<Gone, { is: 'column' }>;
  spec: ChartSpec;
  sources: Sources;
  sheet: Sheet;
}) {
  const store = useWorkStore();
  const own = gone.sheet === sheet.id;
  const where = own ? 'the sheet' : `“${sources.names?.get(gone.sheet) ?? 'the other sheet'}”`;
  const fits = couldStandFor(gone.former, (own ? sources.columns : sources.others?.get(gone.sheet)) ?? new Map());
  const without = withoutColumn(spec, gone.sheet, gone.key);
  const use = (key: string) => {
    const { picks, recommended } = store.getState();
    const swapped = (one: ChartSpec) => withColumnInstead(one, gone.sheet, gone.key, key);
    store.getState().set({
      picks: own ? [...new Set(picks.map((pick) => (pick === gone.key ? key : pick)))] : picks,
      spec: swapped(spec),
      ...(recommended ? { recommended: swapped(recommended) } : {}),
    });
  };
  return (
    <li className={styles.one}>
      <p>
        <b>{gone.former ? `“${gone.former.name}”` : 'A column that this chart is made of'}</b> is not in {where} any
        more. {fits.length > 0 ? 'Another column can take its place:' : 'No column of the sheet could take its place.'}
      </p>
      <div className={styles.offers}>
        {fits.slice(0, OFFERED).map(({ key, name }) => (
          <Button key={key} size="small" onClick={() => use(key)}>
            Use {name}
          </Button>
        ))}
        {fits.length > OFFERED && (
          <Select
            size="small"
            aria-label="Another column in its place"
            placeholder="Another column"
            showSearch={{ optionFilterProp: 'label' }}
            options={fits.slice(OFFERED).map(({ key, name }) => ({ value: key, label: name }))}
            onChange={use}
          />
        )}
        {without && (
          <Button size="small" type="text" onClick={() => store.getState().edit(() => without)}>
            Leave it out
          </Button>
        )}
      </div>
    </li>
  );
}

function GoneSheet({ gone, spec, lost }: { gone: Extract<Gone, { is: 'sheet' }>; spec: ChartSpec; lost?: LostSheet }) {
  const edit = useWork((state) => state.edit);
  const list = useQuery({ queryKey: ['sheets', 'named'], queryFn: api.sheetsNamed });
  const names = gone.layers.flatMap((id) => {
    const layer = spec.layers.find((one) => one.id === id);
    const amount = layer && 'column' in layer.amount ? layer.amount.column : undefined;
    return layer?.name ?? lost?.columns.find(({ key }) => key === amount)?.name ?? [];
  });
  const instead = (list.data ?? []).flatMap((sheet) => {
    const next = lost && sheet.status === 'ready' ? withSheetInstead(spec, lost, sheet) : undefined;
    return next ? [{ sheet, next }] : [];
  });
  const without = withoutLayers(spec, gone.layers);
  return (
    <li className={styles.one}>
      <p>
        The sheet <b>{lost?.name ? `“${lost.name}”` : 'that a layer comes from'}</b> was deleted
        {names.length > 0 ? `; ${names.join(', ')} came from it` : ''}.{' '}
        {instead.length > 0 && 'Another sheet has the same columns:'}
      </p>
      <div className={styles.offers}>
        {instead.slice(0, OFFERED).map(({ sheet, next }) => (
          <Button key={sheet.id} size="small" onClick={() => edit(() => next)}>
            Use {sheet.name}, {dayWords(sheet.createdAt)}
          </Button>
        ))}
        {without && (
          <Button size="small" onClick={() => edit(() => without)}>
            Leave {names.length === 1 ? names[0] : 'it'} out
          </Button>
        )}
      </div>
    </li>
  );
}
