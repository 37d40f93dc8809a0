'use client';

import { useMemo, useState } from 'react';
import { Button, Select } from 'antd';
import { useQueries, useQuery } from '@tanstack/react-query';
import { boardFilterWords, type Tile } from '@/core/boards';
import type { ColumnProfile } from '@/core/inference';
import { byKey, type Columns, type Filter } from '@/core/spec';
import { api, type Sheet } from '../api';
import { Card, Field } from '../cards/Card';
import { CardPopover } from '../cards/CardPopover';
import { sheetNames } from '../desk/names';
import { FilterFields } from '../filters/FilterFields';
import styles from './Board.module.css';

interface Props {
  tiles: readonly Tile[];
  filters: readonly Filter[];
  onChange: (filters: readonly Filter[]) => void;
  /** They are others than those that are kept. */
  onKeep?: () => void;
  onBack?: () => void;
}

/** Which rows all tiles show, by the names of columns that their sheets share. */
export function BoardFilters({ tiles, filters, onChange, onKeep, onBack }: Props) {
  const [open, setOpen] = useState<number | 'new'>();
  const close = () => setOpen(undefined);
  const take = (filter: Filter) => {
    onChange(typeof open === 'number' ? filters.map((one, i) => (i === open ? filter : one)) : [...filters, filter]);
    close();
  };
  const card = open !== undefined && (
    <FilterCard
      tiles={tiles}
      before={typeof open === 'number' ? filters[open] : undefined}
      onTake={take}
      onDone={close}
    />
  );
  return (
    <div className={styles.filters} role="group" aria-label="Only some rows">
      {filters.length > 0 && <span className={styles.only}>Only</span>}
      {filters.map((filter, i) => {
        const words = boardFilterWords(filter);
        return (
          <CardPopover
            key={`${i} ${words}`}
            open={open === i}
            onOpenChange={(next) => setOpen(next ? i : undefined)}
            placement="bottomLeft"
            content={card || <span />}
          >
            <span className={styles.chip}>
              <button type="button" aria-haspopup="dialog">
                {words}
              </button>
              <button
                type="button"
                aria-label={`No longer only ${words}`}
                onClick={(event) => {
                  event.stopPropagation();
                  close();
                  onChange(filters.filter((_, at) => at !== i));
                }}
              >
                ×
              </button>
            </span>
          </CardPopover>
        );
      })}
      <CardPopover
        open={open === 'new'}
        onOpenChange={(next) => setOpen(next ? 'new' : undefined)}
        placement="bottomLeft"
        content={card || <span />}
      >
        <span className={styles.chip}>
          <button type="button" aria-haspopup="dialog">
            + only some rows
          </button>
        </span>
      </CardPopover>
      {onKeep && (
        <>
          <Button size="small" onClick={onKeep}>
            Keep for everyone
          </Button>
          <Button size="small" type="text" onClick={onBack}>
            Back to what is kept
          </Button>
        </>
      )}
    </div>
  );
}

/** The sheets of a board's charts, with their columns. */
function useTileSheets(tiles: readonly Tile[]): Sheet[] {
  const charts = useQuery({ queryKey: ['charts'], queryFn: api.charts });
  const ids = useMemo(() => {
    const shown = new Set(tiles.flatMap(({ show }) => ('chart' in show ? [show.chart] : [])));
    return [...new Set((charts.data ?? []).filter(({ id }) => shown.has(id)).map(({ sheet }) => sheet))];
  }, [tiles, charts.data]);
  return useQueries({
    queries: ids.map((id) => ({ queryKey: ['sheet', id], queryFn: () => api.sheet(id) })),
    combine: (results) => results.flatMap(({ data }) => (data?.status === 'ready' ? [data] : [])),
  });
}

function FilterCard({
  tiles,
  before,
  onTake,
  onDone,
}: {
  tiles: readonly Tile[];
  before: Filter | undefined;
  onTake: (filter: Filter) => void;
  onDone: () => void;
}) {
  const sheets = useTileSheets(tiles);
  const [chosen, setChosen] = useState<string>();
  const holding = sheets.find(({ columns }) => before && columns.some(({ name }) => name === before.column));
  const sheet = sheets.find(({ id }) => id === chosen) ?? holding ?? sheets[0];
  if (!sheet) return <Card name="Only some rows">{tiles.length === 0 ? 'Put a chart on the board first.' : '…'}</Card>;
  const columns = byKey(sheet.columns);
  const own = before && sheet.columns.find(({ name }) => name === before.column);
  const start = sheet.columns.find(({ role }) => role === 'when') ?? sheet.columns[0];
  return (
    <Card name="Only some rows">
      {sheets.length > 1 && (
        <Field label="Columns of">
          <Select
            size="small"
            aria-label="Columns of"
            value={sheet.id}
            onChange={setChosen}
            options={[...sheetNames(sheets)].map(([{ id }, label]) => ({ value: id, label }))}
          />
        </Field>
      )}
      <FilterFields
        key={sheet.id}
        sheet={sheet}
        columns={columns}
        before={own && before && keyed(before, own.key, columns)}
        start={own?.key ?? start.key}
        topOf={(column) => ({ column: column.key, top: 5, by: { amount: { rows: true }, summary: 'count' } })}
        onTake={(filter) => onTake(named(filter, columns))}
        onCancel={onDone}
      />
      <p className="second">It holds for every tile whose sheet has a column of that name.</p>
    </Card>
  );
}

const nameOf = (key: string, columns: Columns): string => columns.get(key)?.name ?? key;

/** A filter by the names of columns: so a board keeps it. */
function named(filter: Filter, columns: Columns): Filter {
  const column = nameOf(filter.column, columns);
  return 'top' in filter && 'column' in filter.by.amount
    ? { ...filter, column, by: { ...filter.by, amount: { column: nameOf(filter.by.amount.column, columns) } } }
    : { ...filter, column };
}

function keyed(filter: Filter, key: string, columns: Columns): Filter {
  if (!('top' in filter) || !('column' in filter.by.amount)) return { ...filter, column: key };
  const name = filter.by.amount.column;
  const by = [...columns.values()].find((column: ColumnProfile) => column.name === name)?.key;
  return by ? { ...filter, column: key, by: { ...filter.by, amount: { column: by } } } : { column: key, keep: [] };
}
