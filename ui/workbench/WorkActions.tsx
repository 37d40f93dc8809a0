'use client';

import { useState } from 'react';
import { App, Button, Input } from 'antd';
import { useRouter } from 'next/navigation';
import { useQueryClient } from '@tanstack/react-query';
import type { ChartModel } from '@/core/layout';
import { CardPopover } from '../cards/CardPopover';
import { Menu } from '../cards/Menu';
import { api, ApiError, type Sheet } from '../api';
import { MailPart } from '../deliveries/MailPart';
import { HandOver } from '../handover/HandOver';
import handOver from '../handover/HandOver.module.css';
import { PutOnBoard } from '../handover/PutOnBoard';
import { renameWorkStore, useHistory, useWork, useWorkStore, workKey } from './store';
import { copyChart, renameChart, renameSheet, wordsOf } from '../desk/doings';
import { RenameDialog } from '../desk/RenameDialog';
import { UndoButtons } from '../theme/UndoButtons';
import styles from './WorkActions.module.css';

/** Undo and redo, export, and saving. */
export function WorkActions({ sheet, model }: { sheet: Sheet; model?: ChartModel }) {
  const history = useHistory();
  return (
    <>
      <UndoButtons {...history} />
      <MoreButton sheet={sheet} model={model} />
      <HandOverButton model={model} />
      <SaveButton sheet={sheet} model={model} />
    </>
  );
}

/** Names, and a second chart like this one. */
function MoreButton({ sheet, model }: { sheet: Sheet; model?: ChartModel }) {
  const client = useQueryClient();
  const router = useRouter();
  const store = useWorkStore();
  const { message } = App.useApp();
  const saved = useWork((state) => state.saved);
  const [renaming, setRenaming] = useState<'sheet' | 'chart'>();
  const doing: Record<string, () => void> = {
    sheet: () => setRenaming('sheet'),
    chart: () => setRenaming('chart'),
    copy: () => {
      if (!saved) return;
      copyChart(client, { id: saved.id, name: saved.name ?? (model?.title || 'Untitled chart') }).then(
        ({ id }) => router.push(`/charts/${id}`),
        (error: unknown) => message.error(wordsOf(error)),
      );
    },
    new: () => router.push(`/sheets/${sheet.id}`),
  };
  const items = [
    ...(saved
      ? [
          { key: 'chart', label: 'Rename the chart' },
          { key: 'copy', label: 'Duplicate the chart' },
          { key: 'new', label: 'Another chart of this sheet' },
        ]
      : []),
    { key: 'sheet', label: 'Rename the sheet' },
  ];
  return (
    <>
      {renaming === 'sheet' && (
        <RenameDialog
          title="Another name for the sheet"
          name={sheet.name}
          onKeep={(name) => renameSheet(client, sheet.id, name)}
          onClose={() => setRenaming(undefined)}
        />
      )}
      {renaming === 'chart' && saved && (
        <RenameDialog
          title="Another name for the chart"
          name={saved.name ?? model?.title ?? ''}
          onKeep={async (name) => {
            const { revision } = await renameChart(client, saved.id, name);
            // What is in work here stays; the next save is one of the renamed chart.
            store.getState().setSaved({ ...saved, name, revision });
          }}
          onClose={() => setRenaming(undefined)}
        />
      )}
      <Menu items={items} onChoose={(key) => doing[key]?.()}>
        <Button type="text" aria-label="Names and copies">
          ⋯
        </Button>
      </Menu>
    </>
  );
}

function HandOverButton({ model }: { model?: ChartModel }) {
  const spec = useWork((state) => state.spec);
  const saved = useWork((state) => state.saved);
  return (
    <HandOver
      spec={spec}
      model={model}
      further={
        saved && model ? (
          <>
            <PutOnBoard chart={saved.id} form={model.form} />
            <MailPart what={{ chart: saved.id }} />
          </>
        ) : (
          <section className={handOver.part}>
            <h3>On a board, or by mail</h3>
            <p className="second">Save the chart first.</p>
          </section>
        )
      }
    />
  );
}

function SaveButton({ sheet, model }: { sheet: Sheet; model?: ChartModel }) {
  const store = useWorkStore();
  const client = useQueryClient();
  const { message } = App.useApp();
  const spec = useWork((state) => state.spec);
  const saved = useWork((state) => state.saved);
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const [busy, setBusy] = useState(false);
  const [stale, setStale] = useState(false);
  const unchanged = saved !== undefined && JSON.stringify(saved.spec) === JSON.stringify(spec);

  const save = async (asNew: boolean) => {
    if (!spec) return;
    setBusy(true);
    try {
      const before = asNew ? undefined : saved;
      // The title on the chart is its maker's: a name that is none of the chart's own words is kept beside it.
      const called = name.trim() === model?.title ? '' : name.trim();
      const next = before
        ? await api.replaceChart(before.id, spec, before.revision)
        : await api.saveChart(spec, called || undefined);
      if (next.id !== saved?.id) {
        renameWorkStore(store, workKey(saved ? { chart: saved.id } : { sheet: sheet.id }), workKey({ chart: next.id }));
        window.history.replaceState(null, '', `/charts/${next.id}`);
      }
      // As it is held here: the server's copy has its parts in another order.
      store.getState().setSaved({ ...next, spec });
      setStale(false);
      setOpen(false);
      await client.invalidateQueries({ queryKey: ['charts'] });
      client.setQueryData(['chart', next.id], next);
      message.success('Saved.');
    } catch (error) {
      if (error instanceof ApiError && error.status === 412) {
        setStale(true);
        setName(saved?.name ?? model?.title ?? '');
        setOpen(true);
      } else message.error(error instanceof Error ? error.message : 'Saving did not work. Try again.');
    } finally {
      setBusy(false);
    }
  };
  const ask = saved === undefined || stale;
  const press = () => {
    if (ask) {
      setName(model?.title ?? '');
      setOpen(true);
    } else void save(false);
  };
  const content = (
    <form
      className={styles.name}
      role="dialog"
      aria-label="Name the chart"
      onSubmit={(event) => {
        event.preventDefault();
        void save(true);
      }}
    >
      {stale && (
        <p className={styles.stale} role="alert">
          This chart was changed somewhere else since you opened it. Save yours as a new chart.
        </p>
      )}
      <label>
        Name of the chart
        <Input autoFocus value={name} maxLength={300} onChange={(event) => setName(event.target.value)} />
      </label>
      <div className={styles.buttons}>
        <Button onClick={() => setOpen(false)}>Not now</Button>
        <Button type="primary" htmlType="submit" loading={busy}>
          {stale ? 'Save as new' : 'Save'}
        </Button>
      </div>
    </form>
  );
  return (
    <CardPopover
      open={open}
      onOpenChange={(next) => {
        if (!next) setOpen(false);
      }}
      placement="bottomRight"
      content={content}
      arrow={false}
    >
      <Button type="primary" disabled={!spec || !model || (unchanged && !stale) || (busy && !open)} onClick={press}>
        {busy && !open ? 'Saving …' : unchanged ? 'Saved' : 'Save'}
      </Button>
    </CardPopover>
  );
}
